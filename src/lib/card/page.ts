import { depthField, speedField } from '$core/quantity/index';
import type { CardData, CardLie } from './data';
import { cardStyle } from './style';

const escaped = (text: string) =>
	text.replace(
		/[&<>"]/g,
		(sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!
	);

/** Digits beyond these say nothing and weigh much. */
const DIGITS = 9;
const shorter = (_: string, value: unknown) =>
	typeof value === 'number' ? Number(value.toPrecision(DIGITS)) : value;

/** Of ten, as one says a chance. */
export const tenths = (chance: number) => `${(10 * chance).toFixed(0)} of 10`;

/** What stands there without any script: the plan as it was worked out at home. */
function planned(data: CardData, lie: CardLie, k: number): string {
	const { fly, chance, hand } = lie.plan;
	const one = fly === null ? null : data.flies[fly]!;
	return `<li><b>${k + 1} ${escaped(lie.name)}</b>, ${depthField.show(lie.body.depthM)} at ${speedField.show(lie.body.surfaceSpeedMs)}<br>
${one ? `<b>${one.letter} ${escaped(one.name)}</b>, good in ${tenths(chance)}<br>${escaped(lie.rigName)}: ${escaped(hand)}` : 'Nothing in the box is ever good here.'}${lie.body.notes ? `<br><i>${escaped(lie.body.notes)}</i>` : ''}</li>`;
}

/**
 * A river card: one page with all that it needs, which opens from a file, without a network, and asks for nothing.
 *
 * @param script what lives in it (card.ts)
 */
export function cardPage(data: CardData, script: string): string {
	// Neither ends the element that it stands in.
	const json = JSON.stringify(data, shorter).replaceAll('<', '\\u003c');
	const code = script.replaceAll('</script', '<\\/script').replaceAll('<!--', '<\\!--');
	return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; script-src 'unsafe-inline' 'wasm-unsafe-eval' blob:; worker-src blob:; style-src 'unsafe-inline'">
<title>${escaped(data.name)}</title>
<style>${cardStyle}</style>
</head>
<body>
<header><h1>${escaped(data.name)}</h1>
<p>${data.on}, ${escaped(data.river)}</p></header>
<main id="card"></main>
<section id="plan" aria-label="As planned at home">
<h2>As planned at home</h2>
<ol>${data.lies.map((lie, k) => planned(data, lie, k)).join('\n')}</ol>
${data.notes ? `<p>${escaped(data.notes)}</p>` : ''}
<p>Wade only where you can see the bed, pinch the barbs where that is asked for, and mind what the place allows: it is not known here.</p>
</section>
<noscript><p class="warn">This viewer runs no script: what stands above is the plan as it was made at home. Open the file in a browser to change the water and to note what you see.</p></noscript>
<script type="application/json" id="data">${json}</script>
<script id="script">${code}</script>
</body>
</html>
`;
}
