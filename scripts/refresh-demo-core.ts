import { outingLikelihoodOf, type Sight, type OutingLikelihood } from '../src/core/learn/index';
import { lieFromDocument } from '../src/lib/documents/lie/body';
import { recipeFromDocument } from '../src/lib/documents/fly/recipe';
import { rigFromDocument } from '../src/lib/documents/rig/body';

/** What an outing's water says of the parameters. @param row of the log's table */
export function fitOf(row: Readonly<Record<string, string>>): OutingLikelihood {
	return outingLikelihoodOf({
		recipe: recipeFromDocument(JSON.parse(row['recipe_json']!)),
		lie: { ...lieFromDocument(JSON.parse(row['lie_json']!)), key: row['lie_key']! },
		rig: rigFromDocument(JSON.parse(row['rig_json']!)),
		celsius: Number(row['temperature_c']),
		saw: row['saw'] as Sight
	});
}
