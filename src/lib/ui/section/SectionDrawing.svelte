<script lang="ts">
	import type { FitNote, Section } from '$core/fly/index';
	import { MILLIMETRE } from '$core/quantity/index';
	import { artOf, ghostOf, type Colouring } from './art';
	import Art from './Art.svelte';
	import { ticksBetween } from './ruler';

	interface Props {
		section: Section;
		/** Another fly, laid over as an outline. */
		ghost?: Section | null;
		/** What the drawing shows, in words. */
		description: string;
		fit: readonly FitNote[];
		ruler: 'mm' | 'in';
		colours?: Colouring;
		eye: 'left' | 'right';
		zoom: number;
	}
	let { section, ghost = null, description, fit, ruler, colours = {}, eye, zoom }: Props = $props();

	let width = $state(720);
	let height = $state(300);
	/** What is in the middle of the view, as shares of the frame; moved by dragging or the arrow keys. */
	let middle = $state({ x: 0.5, y: 0.5 });

	/** What is wrong, under the fly, the worst first. */
	const MOST_PINNED = 3;
	const pinned = $derived(
		fit.slice(0, MOST_PINNED).toSorted((a, b) => (eye === 'left' ? 1 : -1) * (b.at.x - a.at.x))
	);
	const LINE = 17;
	/** Words stand beside the fly where there is room to both sides, so that a tall one is not drawn smaller for them, px. */
	const BESIDE = 210;
	const RULER = 40;
	const SIDES = { top: 10, right: 24, left: 24 };

	/** Both flies, where two are shown. */
	const frame = $derived.by(() => {
		const { min, max } = section.frame;
		if (!ghost) return { min, max };
		const other = ghost.frame;
		return {
			min: { x: Math.min(min.x, other.min.x), y: Math.min(min.y, other.min.y) },
			max: { x: Math.max(max.x, other.max.x), y: Math.max(max.y, other.max.y) }
		};
	});
	const span = $derived({
		x: (frame.max.x - frame.min.x) / MILLIMETRE,
		y: (frame.max.y - frame.min.y) / MILLIMETRE
	});
	/** Pixels a millimetre, over so much room; a tiny fly is not blown up beyond recognition of its size. */
	const fitted = (bottom: number) =>
		Math.min(
			(width - SIDES.left - SIDES.right) / span.x,
			(height - SIDES.top - bottom) / span.y,
			46
		);
	const beside = $derived(
		zoom === 1 && pinned.length > 0 && (width - fitted(RULER) * span.x) / 2 > BESIDE
	);
	const margin = $derived({
		...SIDES,
		bottom: beside ? RULER : RULER + LINE * pinned.length
	});
	const scale = $derived(zoom * fitted(margin.bottom));
	const mirror = $derived(eye === 'left' ? 1 : -1);
	/** How far from the middle the view may go before it shows nothing new. */
	const rest = $derived(zoom > 1 ? middle : { x: 0.5, y: 0.5 });
	const origin = $derived.by(() => {
		const at = {
			x: frame.min.x / MILLIMETRE + rest.x * span.x,
			y: frame.max.y / MILLIMETRE - rest.y * span.y
		};
		return {
			x: width / 2 - mirror * at.x * scale,
			y: margin.top + (height - margin.top - margin.bottom) / 2 + at.y * scale
		};
	});
	const px = (x: number) => origin.x + mirror * (x / MILLIMETRE) * scale;
	const py = (y: number) => origin.y - (y / MILLIMETRE) * scale;

	/** Where the words about each pinned note stand, and which way they run from there. */
	const words = $derived.by(() => {
		const edges = [px(frame.min.x), px(frame.max.x)].sort((a, b) => a - b);
		const rows = { left: 0, right: 0 };
		return pinned.map(({ at }, i) => {
			const x = px(at.x);
			if (!beside) {
				const y = height - margin.bottom + 10 + i * LINE;
				return { from: { x: 0, y: 5 }, to: { x, y }, left: x > width - 150 };
			}
			const left = x < width / 2;
			// The worst first, level with the fly's top; the line of the next passes below its words.
			const y = margin.top + 20 + 2 * LINE * rows[left ? 'left' : 'right']++;
			const to = { x: left ? edges[0]! - 14 : edges[1]! + 14, y };
			const long = Math.hypot(to.x - x, y - py(at.y)) / 5;
			return { from: { x: (to.x - x) / long, y: (y - py(at.y)) / long }, to, left };
		});
	});

	const shapes = $derived(artOf(section, colours));
	const ghostShapes = $derived(ghost ? ghostOf(ghost) : []);

	const rulerY = $derived(height - 26);
	const ticks = $derived.by(() => {
		const visible = [0, width].map((x) => ((x - origin.x) / (mirror * scale)) * MILLIMETRE);
		const low = Math.max(frame.min.x, Math.min(...visible));
		const high = Math.min(frame.max.x, Math.max(...visible));
		return ticksBetween(low, high, ruler);
	});
	const rulerPath = $derived(
		ticks.length === 0
			? ''
			: `M${px(ticks[0]!.at)} ${rulerY}H${px(ticks.at(-1)!.at)}` +
					ticks.map((t) => `M${px(t.at)} ${rulerY}v${t.long ? 9 : 5}`).join('')
	);

	let dragged: { x: number; y: number } | null = null;
	function move(dx: number, dy: number) {
		const hold = (n: number) => Math.min(1, Math.max(0, n));
		middle = {
			x: hold(middle.x - (mirror * dx) / (span.x * scale)),
			y: hold(middle.y - dy / (span.y * scale))
		};
	}
	const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
		ArrowLeft: [40, 0],
		ArrowRight: [-40, 0],
		ArrowUp: [0, 40],
		ArrowDown: [0, -40]
	};
	function keydown(event: KeyboardEvent) {
		const by = ARROWS[event.key];
		if (!by || zoom === 1) return;
		move(...by);
		event.preventDefault();
	}
</script>

<div
	class="relative h-full overflow-hidden max-md:h-72"
	bind:clientWidth={width}
	bind:clientHeight={height}
>
	<!-- A picture that can be moved when it is zoomed, by hand or by the arrow keys. -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
	<svg
		{width}
		{height}
		viewBox="0 0 {width} {height}"
		role="img"
		aria-label={description}
		tabindex={zoom > 1 ? 0 : undefined}
		class="block select-none {zoom > 1 ? 'cursor-move touch-none' : ''}"
		onkeydown={keydown}
		onpointerdown={(event) => {
			if (zoom === 1) return;
			event.currentTarget.setPointerCapture(event.pointerId);
			dragged = { x: event.clientX, y: event.clientY };
		}}
		onpointermove={(event) => {
			if (!dragged) return;
			move(event.clientX - dragged.x, event.clientY - dragged.y);
			dragged = { x: event.clientX, y: event.clientY };
		}}
		onpointerup={() => (dragged = null)}
	>
		<g transform="translate({origin.x} {origin.y}) scale({mirror * scale} {scale})">
			<Art {shapes} />
			<Art shapes={ghostShapes} />
		</g>

		{#each [{ at: section.centres.mass, full: true }, { at: section.centres.buoyancy, full: false }] as { at, full } (full)}
			<g transform="translate({px(at.x)} {py(at.y)})" stroke="var(--ground)" stroke-width="3">
				<title>{full ? 'Where its weight acts' : 'Where the water lifts it'}</title>
				<path d="M-6 0H6M0 -6V6" />
				<path d="M-6 0H6M0 -6V6" stroke={full ? 'var(--ink)' : 'var(--water)'} stroke-width="1.2" />
				<circle
					r="3.5"
					fill={full ? 'var(--ink)' : 'var(--ground)'}
					stroke={full ? 'none' : 'var(--water)'}
					stroke-width="1.2"
				/>
			</g>
		{/each}

		{#each pinned as note, i (note.code)}
			{@const colour = note.severity === 'note' ? 'var(--quiet)' : 'var(--warn)'}
			{@const place = words[i]!}
			<circle
				cx={px(note.at.x)}
				cy={py(note.at.y)}
				r="5"
				fill="none"
				stroke={colour}
				stroke-width="2"
			/>
			<line
				x1={px(note.at.x) + place.from.x}
				y1={py(note.at.y) + place.from.y}
				x2={place.to.x}
				y2={place.to.y}
				stroke={colour}
				stroke-width="1"
			/>
			<text
				x={place.to.x + (place.left ? -5 : 5)}
				y={place.to.y + (beside ? 5 : 2)}
				text-anchor={place.left ? 'end' : 'start'}
				class="text-sm"
				fill={note.severity === 'note' ? 'var(--ink)' : 'var(--warn)'}>{note.figure}</text
			>
		{/each}

		<path d={rulerPath} stroke="var(--quiet)" stroke-width="1" />
		{#each ticks.filter((tick) => tick.long) as tick (tick.at)}
			<text
				x={px(tick.at)}
				y={rulerY + 22}
				text-anchor="middle"
				class="figure text-sm"
				fill="var(--quiet)">{tick.words}{tick.at === 0 ? ` ${ruler}` : ''}</text
			>
		{/each}
	</svg>
</div>
