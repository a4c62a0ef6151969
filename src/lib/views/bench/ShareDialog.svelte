<script lang="ts">
	import { writePattern } from '$core/format/index';
	import { beadWords, coilWords, hookWords } from '$core/fly/index';
	import { shown } from '$core/quantity/index';
	import { colouringOf } from '$lib/documents/fly/about';
	import { useWorkspace } from '$lib/state/context';
	import Modal from '$lib/ui/Modal.svelte';
	import { saveBlob, saveText } from '$lib/ui/save';
	import { artOf } from '$lib/ui/section/art';
	import { figureFile, pngOf } from '$lib/ui/section/svg-file';
	import type { Pictured } from './picture.svelte';

	interface Props {
		open: boolean;
		now: Pictured;
	}
	let { open = $bindable(), now }: Props = $props();
	const { selection } = useWorkspace();
	const name = $derived(selection.fly?.name ?? now.name);
	const link = $derived(`${location.origin}/?fly=${selection.fly?.id ?? ''}`);
	const text = $derived(writePattern(name, now.recipe, selection.fly?.body.about));
	let copied = $state('');
	let wrong = $state('');

	/** A code holds some two thousand letters and is then hard to read: notes stay out of it. */
	const short = $derived(
		writePattern(name, now.recipe, { ...selection.fly?.body.about, notes: '' })
	);
	const code = $derived(
		import('qrcode').then(({ default: qr }) =>
			qr.toDataURL(short, { margin: 2, scale: 5, errorCorrectionLevel: 'L' })
		)
	);

	async function copy(what: string, words: string) {
		await navigator.clipboard.writeText(words);
		copied = what;
	}
	/** The drawing with its figures below, as it is on this page. */
	function figure(): string {
		const { prediction, recipe, section } = now;
		const style = getComputedStyle(document.documentElement);
		const colour = (value: string) =>
			value.startsWith('var(') ? style.getPropertyValue(value.slice(4, -1)).trim() : value;
		const { mass, speed } = prediction;
		const span = (low: string, high: string) => ` (${low} to ${high})`;
		const weighs = `${shown.mass.words(mass.value, 3)}${span(shown.mass.fixed(mass.low, 3), shown.mass.fixed(mass.high, 3))}`;
		const sinks = speed
			? `sinks ${shown.sink.words(speed.value, 0)}${span(shown.sink.fixed(speed.low, 0), shown.sink.fixed(speed.high, 0))}`
			: 'floats';
		return figureFile(
			name,
			[
				`${weighs}, ${sinks}`,
				[
					hookWords(recipe.hook),
					recipe.bead && beadWords(recipe.bead),
					recipe.coil && coilWords(recipe.coil)
				]
					.filter(Boolean)
					.join(' · ')
			],
			{
				shapes: artOf(section, colouringOf(selection.fly?.body.about)),
				frame: section.frame,
				colour,
				ground: colour('var(--ground)'),
				ink: colour('var(--ink)')
			}
		);
	}
	async function savePng() {
		wrong = '';
		try {
			saveBlob(`${name}.png`, await pngOf(figure()));
		} catch {
			wrong = 'This browser does not draw the picture. Save it as SVG.';
		}
	}
	const button = 'h-11 rounded-md bg-sunk px-4 hover:bg-line';
</script>

<Modal bind:open title="Share {name}" width={44}>
	<div class="mt-4 grid gap-5 md:grid-cols-[minmax(0,1fr)_15rem]">
		<div class="grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-4">
			<section aria-label="As a link">
				<p class="text-sm text-quiet">A link, which opens this fly in this Gravitas:</p>
				<code class="block truncate text-sm" title={link}>{link}</code>
				<button type="button" class="mt-2 {button}" onclick={() => void copy('link', link)}
					>Copy the link</button
				>
			</section>
			<section aria-label="As text">
				<p class="text-sm text-quiet">The recipe as text, which reads back as the same fly:</p>
				<button type="button" class="mt-2 {button}" onclick={() => void copy('text', text)}
					>Copy the text</button
				>
			</section>
			<section aria-label="As a picture">
				<p class="text-sm text-quiet">The drawing with its figures:</p>
				<div class="mt-2 flex gap-2">
					<button type="button" class={button} onclick={() => void savePng()}>PNG</button>
					<button
						type="button"
						class={button}
						onclick={() => saveText(`${name} with figures.svg`, 'image/svg+xml', figure())}
						>SVG</button
					>
				</div>
				{#if wrong}<p role="alert" class="text-over pt-1">{wrong}</p>{/if}
			</section>
			<span role="status" class="min-h-6 text-quiet"
				>{copied ? `The ${copied} is copied.` : ''}</span
			>
		</div>
		<section aria-label="As a code" class="text-sm">
			{#await code}
				<p class="text-quiet">The code is made …</p>
			{:then address}
				<img src={address} alt="A code with the recipe" class="w-full rounded-md" />
				<p class="pt-1 text-quiet">
					A phone’s camera reads the recipe out of it as text; no network is needed.
				</p>
			{:catch}
				<p class="text-warn">The recipe is too long for a code. Copy the text.</p>
			{/await}
		</section>
	</div>
</Modal>
