import { schemaOf, type JsonSchema } from '$lib/contract/fields';
import {
	BatchFile,
	EntryFile,
	FlyFile,
	LieFile,
	LotFile,
	RigFile,
	RiverFile
} from '$lib/contract/validation';
import { Refusal } from './store/refusal';

const files = {
	'fly.json': FlyFile,
	'lie.json': LieFile,
	'river.json': RiverFile,
	'lot.json': LotFile,
	'rig.json': RigFile,
	'batch.json': BatchFile,
	'entry.json': EntryFile
} as const;
const titles = {
	'fly.json': 'A fly',
	'lie.json': 'A lie with its river',
	'river.json': 'A river with its lies',
	'lot.json': 'A lot of the stock',
	'rig.json': 'A rig',
	'batch.json': 'A batch with its tied flies',
	'entry.json': 'An entry of the log'
} as const;

/** The JSON Schema of a kind of document file. @throws Refusal with 404 for another name */
export function schemaFile(name: string): JsonSchema {
	if (!Object.hasOwn(files, name)) {
		throw new Refusal(
			404,
			`There is no schema “${name.slice(0, 60)}”. There are: ${Object.keys(files).join(', ')}.`
		);
	}
	const known = name as keyof typeof files;
	return {
		$schema: 'https://json-schema.org/draft/2020-12/schema',
		$id: `gravitas/${name}`,
		title: `${titles[known]}, as a file`,
		...schemaOf(files[known])
	};
}
