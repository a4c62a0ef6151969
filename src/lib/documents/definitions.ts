import { batch } from './batch/definition';
import type { Definition } from './definition';
import { entry } from './entry/definition';
import { fly } from './fly/definition';
import type { DocumentKind } from './kinds';
import { lie } from './lie/definition';
import { lot } from './lot/definition';
import { outing } from './outing/definition';
import { rig } from './rig/definition';
import { river } from './river/definition';

const definitions: { readonly [Of in DocumentKind]: Definition<Of> } = {
	fly,
	rig,
	lie,
	river,
	lot,
	batch,
	entry,
	outing
};

export const definitionOf = (kind: DocumentKind) => definitions[kind] as Definition<DocumentKind>;
