<script lang="ts">
	import type { Section, Trouble } from '$core/fly/index';
	import { linePath } from './svg';
	import { MILLIMETRE } from '$core/quantity/index';

	interface Props {
		section: Section;
		/** What the drawing shows, in words. */
		description: string;
		labels: { readonly bead: string; readonly coil: string; readonly body: string; hook: string };
		trouble: readonly Trouble[];
	}
	let { section, description, labels, trouble }: Props = $props();

	let width = $state(720);
	let height = $state(300);
	const margin = { top: 30, right: 24, bottom: 38, left: 24 };

	const span = $derived({
		x: (section.frame.max.x - section.frame.min.x) / MILLIMETRE,
		y: (section.frame.max.y - section.frame.min.y) / MILLIMETRE
	});
	/** Pixels a millimetre; a tiny fly is not blown up beyond recognition of its size. */
	const scale = $derived(
		Math.min(
			(width - margin.left - margin.right) / span.x,
			(height - margin.top - margin.bottom) / span.y,
			46
		)
	);
	const left = $derived((width - span.x * scale) / 2);
	const px = (x: number) => left + ((x - section.frame.min.x) / MILLIMETRE) * scale;
	const py = (y: number) => margin.top + ((section.frame.max.y - y) / MILLIMETRE) * scale;
	const path = (points: readonly { x: number; y: number }[]) =>
		linePath(points.map(({ x, y }) => [px(x), py(y)]));
	const length = (metres: number) => (metres / MILLIMETRE) * scale;

	const disc = ({ x, y }: { x: number; y: number }, radius: number) => {
		const r = length(radius).toFixed(2);
		return `M${(px(x) - Number(r)).toFixed(2)} ${py(y).toFixed(2)}a${r} ${r} 0 1 0 ${2 * Number(r)} 0a${r} ${r} 0 1 0 ${-2 * Number(r)} 0Z`;
	};
	/** The wire up to where the point is ground, and the point itself. */
	const spear = $derived.by(() => {
		const line = section.hook.line;
		const end = line[line.length - 1]!;
		const start = line[line.length - 2]!;
		const full = Math.hypot(end.x - start.x, end.y - start.y);
		const ground = Math.min(3.2 * section.hook.wire, 0.7 * full);
		const ux = (end.x - start.x) / full;
		const uy = (end.y - start.y) / full;
		const shoulder = { x: end.x - ground * ux, y: end.y - ground * uy };
		const half = section.hook.wire / 2;
		return {
			// A little into the point, or a seam shows.
			line: [
				...line.slice(0, -1),
				{ x: shoulder.x + 0.1 * ground * ux, y: shoulder.y + 0.1 * ground * uy }
			],
			tip: [
				{ x: shoulder.x - half * uy, y: shoulder.y + half * ux },
				end,
				{ x: shoulder.x + half * uy, y: shoulder.y - half * ux }
			]
		};
	});
	const bodyPath = $derived(
		`${path([...section.body.upper, ...section.body.lower.toReversed()])}Z`
	);
	/** The ruler starts at the front of the shank, from which a tier measures. */
	const ticks = $derived.by(() => {
		const first = Math.ceil(section.frame.min.x / MILLIMETRE);
		const last = Math.floor(section.frame.max.x / MILLIMETRE);
		return Array.from({ length: last - first + 1 }, (_, i) => first + i);
	});
	const rulerY = $derived(height - 26);
	const ruler = $derived(
		`M${px(ticks[0]! * MILLIMETRE)} ${rulerY}H${px(ticks.at(-1)! * MILLIMETRE)}` +
			ticks.map((t) => `M${px(t * MILLIMETRE)} ${rulerY}v${t % 5 === 0 ? 9 : 5}`).join('')
	);

	const notes = $derived.by(() => {
		const found: { key: string; words: string; x: number; y: number }[] = [];
		if (section.bead) {
			const { centre, radius } = section.bead;
			found.push({ key: 'bead', words: labels.bead, x: centre.x, y: centre.y + radius * 0.8 });
		}
		if (section.coil) {
			const turn = section.coil.turns[Math.floor(section.coil.turns.length / 4) * 2]!;
			found.push({ key: 'coil', words: labels.coil, x: turn.x, y: turn.y });
		}
		const upper = section.body.upper;
		const back = upper[Math.min(upper.length - 1, 4)]!;
		found.push({ key: 'body', words: labels.body, x: back.x, y: back.y });
		return found;
	});
</script>

<div class="relative h-full min-h-56" bind:clientWidth={width} bind:clientHeight={height}>
	<svg
		{width}
		{height}
		viewBox="0 0 {width} {height}"
		role="img"
		aria-label={description}
		class="block"
	>
		<path
			d={section.fibres.map(path).join('')}
			stroke="var(--m-dressing)"
			stroke-width="1.4"
			stroke-linecap="round"
		/>
		<path d={bodyPath} fill="var(--m-dressing)" fill-opacity="0.55" stroke="var(--m-dressing)" />
		<path
			d={path(spear.line)}
			fill="none"
			stroke="var(--m-hook)"
			stroke-width={length(section.hook.wire)}
			stroke-linejoin="round"
		/>
		<path d="{path(spear.tip)}Z" fill="var(--m-hook)" stroke="var(--m-hook)" stroke-width="0.5" />
		<circle
			cx={px(section.hook.eye.centre.x)}
			cy={py(section.hook.eye.centre.y)}
			r={length(section.hook.eye.radius - section.hook.wire / 2)}
			fill="none"
			stroke="var(--m-hook)"
			stroke-width={length(section.hook.wire)}
		/>
		{#if section.coil}
			<path
				d={section.coil.turns.map((turn) => disc(turn, section.coil!.wire / 2)).join('')}
				fill="var(--m-{section.coil.metal})"
				stroke="var(--ground)"
				stroke-width="1"
			/>
		{/if}
		{#if section.bead}
			<circle
				cx={px(section.bead.centre.x)}
				cy={py(section.bead.centre.y)}
				r={length(section.bead.radius)}
				fill="none"
				stroke="var(--m-{section.bead.metal})"
				stroke-width="1"
			/>
			{#each section.bead.halves as half, i (i)}
				<path
					d="{path(half)}Z"
					fill="var(--m-{section.bead.metal})"
					fill-opacity={i === 1 && section.bead.slotted ? 0.4 : 1}
				/>
			{/each}
		{/if}

		{#each notes as note, i (note.key)}
			{@const wrong = trouble.some((t) => t.part === note.key)}
			<line
				x1={px(note.x)}
				y1={py(note.y) - 2}
				x2={px(note.x)}
				y2={18 + i * 18}
				stroke={wrong ? 'var(--warn)' : 'var(--quiet)'}
				stroke-width="1"
			/>
			<text
				x={px(note.x) + 5}
				y={22 + i * 18}
				class="text-sm"
				fill={wrong ? 'var(--warn)' : 'var(--ink)'}>{note.words}</text
			>
		{/each}

		<path d={ruler} stroke="var(--quiet)" stroke-width="1" />
		{#each ticks.filter((tick) => tick % 5 === 0) as tick (tick)}
			<text
				x={px(tick * MILLIMETRE)}
				y={rulerY + 22}
				text-anchor="middle"
				class="figure text-sm"
				fill="var(--quiet)">{tick}{tick === 0 ? ' mm' : ''}</text
			>
		{/each}
	</svg>
</div>
