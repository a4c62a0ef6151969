<script lang="ts">
	import type { Reading } from '$core/quantity/index';
	import type { StepRule } from './steps';

	interface Props {
		label: string;
		/** In the field's inner unit. */
		value: number;
		/** The value as it stands in the field. */
		show: (value: number) => string;
		/** The value as it is read out, with its unit. */
		say?: (value: number) => string;
		unit?: string;
		read: (text: string) => Reading;
		step: StepRule;
		onchange: (value: number) => void;
	}
	let { label, value, show, say = show, unit = '', read, step, onchange }: Props = $props();

	const id = $props.id();
	/** What is being typed; null while the field shows its value. */
	let typed = $state<string | null>(null);
	let before = 0;
	let frame = $state<HTMLElement>();
	let input = $state<HTMLInputElement>();
	let reading = $state<Exclude<Reading, { kind: 'value' }> | null>(null);

	// A number that changes under the cursor, as a hand that is found does, stays marked: what is typed takes its place.
	$effect(() => {
		void value;
		if (typed === null && input && document.activeElement === input) input.select();
	});

	function press(direction: 1 | -1, big: boolean) {
		settle();
		const next = step(value, direction, big);
		if (next !== value) onchange(next);
	}

	function type(text: string) {
		if (typed === null) before = value;
		typed = text;
		reading = null;
		// On the way to a size that cannot be read the figures go back to what was there before, so that
		// the 4 of a mistyped 40 is never kept.
		const now = read(text);
		const wanted = now.kind === 'value' ? now.value : before;
		if (wanted !== value) onchange(wanted);
	}

	/** Done typing: a good value is kept, anything else is asked about or explained, and stays. */
	function commit() {
		if (typed === null) return;
		const now = read(typed);
		if (now.kind === 'value') settle();
		else reading = now;
	}

	/** What one sees stand there is kept, and letters are commands again. */
	function enter() {
		commit();
		if (!reading) frame?.focus();
	}

	function settle() {
		typed = null;
		reading = null;
	}

	function take(choice: number) {
		settle();
		onchange(choice);
	}

	function keydown(event: KeyboardEvent) {
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		const arrows = event.key === 'ArrowUp' || event.key === 'ArrowDown';
		if (arrows || event.key === 'PageUp' || event.key === 'PageDown') {
			if (event.target === input) frame?.focus();
			press(event.key.endsWith('Up') ? 1 : -1, !arrows || event.shiftKey);
		} else if (event.key === 'Enter') {
			if (reading?.kind === 'question') take(reading.likely.value);
			else if (event.target === input) enter();
			else input?.focus();
		} else if (event.key === 'Escape' && typed !== null) {
			if (before !== value) onchange(before);
			settle();
			frame?.focus();
			event.stopPropagation();
		} else {
			// Writing begins in the field with what a number begins with; the key that is going down lands there.
			if (event.target === frame && /^([\d.,+#\-−¼½¾⅛]|Backspace)$/.test(event.key)) {
				input?.focus();
				event.stopPropagation();
			}
			return;
		}
		event.preventDefault();
	}
</script>

<div class="min-w-0 has-[[role=alert]]:col-span-full" data-word={label}>
	<span id="{id}-label" class="block truncate text-sm text-quiet"
		>{label}{#if unit}<span aria-hidden="true">, {unit}</span>{/if}</span
	>
	<!-- The keys go to the frame, not to the text field: a focused text field makes the browser lay the
	     page out at every change of its value, which costs more than the whole prediction. -->
	<div
		bind:this={frame}
		role="spinbutton"
		tabindex="0"
		aria-labelledby="{id}-label"
		aria-valuenow={value}
		aria-valuetext={say(value)}
		aria-invalid={reading !== null}
		aria-describedby={reading ? `${id}-words` : undefined}
		class="flex h-11 items-stretch overflow-hidden rounded-md bg-sunk focus-within:outline-[2.5px] focus-within:outline-water print:h-7"
		class:ring-2={reading}
		class:ring-warn={reading}
		onkeydown={keydown}
	>
		<button
			type="button"
			tabindex="-1"
			aria-label="{label} down"
			class="w-9 shrink-0 text-xl text-quiet hover:text-ink active:bg-line"
			onclick={(event) => press(-1, event.shiftKey)}>−</button
		>
		<input
			bind:this={input}
			type="text"
			tabindex="-1"
			autocomplete="off"
			spellcheck="false"
			aria-label="{label}, typed"
			data-on-paper
			class="figure w-0 min-w-9 flex-1 bg-transparent text-center text-lg outline-none print:text-left"
			value={typed ?? show(value)}
			oninput={(event) => type(event.currentTarget.value)}
			onfocus={(event) => event.currentTarget.select()}
			onblur={commit}
		/>
		<button
			type="button"
			tabindex="-1"
			aria-label="{label} up"
			class="w-9 shrink-0 text-xl text-quiet hover:text-ink active:bg-line"
			onclick={(event) => press(1, event.shiftKey)}>+</button
		>
	</div>
	{#if reading}
		<div id="{id}-words" role="alert" class="mt-1 rounded-md bg-warn-soft p-2 text-sm text-ink">
			{reading.kind === 'question' ? reading.question : reading.message}
			{#if reading.kind === 'question'}
				<div class="mt-1 flex flex-wrap gap-2">
					<button
						type="button"
						class="h-9 rounded-md bg-water px-3 text-on-water"
						onclick={() => reading?.kind === 'question' && take(reading.likely.value)}
						>{reading.likely.words} (Enter)</button
					>
					{#if reading.literal}
						<button
							type="button"
							class="h-9 rounded-md bg-raised px-3"
							onclick={() =>
								reading?.kind === 'question' && reading.literal && take(reading.literal.value)}
							>keep {reading.literal.words}</button
						>
					{/if}
				</div>
			{/if}
		</div>
	{/if}
</div>
