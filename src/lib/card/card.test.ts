import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { bandFor, drifting } from '$core/predict/index';
import { recipeFromDocument } from '$lib/documents/fly/recipe';
import { lieFromDocument } from '$lib/documents/lie/body';
import { rigFromDocument } from '$lib/documents/rig/body';
import { data, id } from './card.testing';
import { CardModel } from './model';
import { cardPage } from './page';

let kept: Record<string, string> = {};
beforeEach(() => {
	kept = {};
	vi.stubGlobal('localStorage', {
		getItem: (key: string) => kept[key] ?? null,
		setItem: (key: string, value: string) => (kept[key] = value),
		removeItem: (key: string) => delete kept[key]
	});
});
afterEach(() => vi.unstubAllGlobals());
const open = () => new CardModel(data, '', () => undefined);

test('the page holds its data whole, asks for nothing from outside, and no name ends its script', () => {
	const page = cardPage(data, 'show("</script>")');
	const json = /<script type="application\/json" id="data">(.*?)<\/script>/s.exec(page)![1]!;
	expect(JSON.parse(json)).toEqual(data);
	expect(page.match(/<script/g)).toHaveLength(2);
	expect(page.match(/<\/script>/g)).toHaveLength(2);
	expect(page).toContain('Upper &amp; Lower Sill');
	expect(page).toContain("default-src 'none'");
	expect(page).not.toMatch(/(src|href)=/);
	// Without a script the plan stands there.
	expect(page).toContain('<b>A Fly A</b>, good in 8 of 10<br>Long arm: 3.1 m of line');
});

test('the plan stands until the water is another; then the table, then what the core finds, as everywhere', async () => {
	const card = open();
	expect([card.current, card.chance, card.handWords()]).toEqual([0, 0.8, '3.1 m of line']);
	card.setWater({ depth: 1.2, speed: 0.6 });
	expect([card.current, card.chance]).toEqual([1, 0.6]);
	expect(card.handWords()).toBe('4 m of line from tip to fly');
	await vi.waitFor(() => expect(card.known && card.awaited).toBe(0), { timeout: 20_000 });
	const ready = drifting({
		recipe: recipeFromDocument(data.flies[1]!.recipe),
		rig: rigFromDocument(data.lies[0]!.rig),
		lie: { ...lieFromDocument(data.lies[0]!.body), depth: 1.2 },
		celsius: 8
	});
	expect(card.known!.hand).toEqual(ready.hand);
	expect(card.chance).toBe(bandFor(ready, 60).chance);
	card.asPlanned();
	expect(card.chance).toBe(0.8);
});

test('depth and current go with the flow, and back', () => {
	const card = open();
	expect(card.flow()).toBeCloseTo(4, 3);
	card.setFlow(8);
	expect(card.water.depth).toBeCloseTo(2 ** 0.4, 3);
	expect(card.water.speed).toBeCloseTo(0.6 * 2 ** 0.34, 3);
	expect(card.flow()).toBeCloseTo(8, 1);
});

test('what is noted is there when the card is opened again; where nothing can be kept it says so', () => {
	const card = open();
	card.setWater({ depth: 1.234, speed: 0.6 });
	card.note('touched', true, false);
	const again = open();
	expect(again.keeps).toBe(true);
	expect(again.water.depth).toBe(1.234);
	expect(again.notes).toMatchObject([
		{
			lieId: id(3),
			rigId: id(4),
			batchId: id(2),
			item: 1,
			depthM: 1.23,
			saw: 'touched',
			fish: true
		}
	]);
	again.takeBack();
	expect(open().notes).toEqual([]);
	vi.stubGlobal('localStorage', {
		getItem: () => null,
		setItem: () => {
			throw new Error('forbidden');
		}
	});
	const forgetful = open();
	expect(forgetful.keeps).toBe(false);
	expect(forgetful.note('hungUp', false, true)).toMatchObject({ lost: true });
	expect(forgetful.notes).toHaveLength(1);
});
