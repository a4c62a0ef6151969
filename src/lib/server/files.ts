import type { DocumentKind, FlyRow, LieRow, RiverRow } from '$lib/contract/documents';
import {
	batchFile,
	entryFile,
	flyFile,
	lieFile,
	lotFile,
	rigFile,
	riverFile
} from '$lib/contract/files';
import type { Store } from './store/index';

/** A stored document as the content of a file of its own. @throws Refusal with 404 when it is not there */
export async function fileOf(store: Store, kind: DocumentKind, id: string) {
	const row = await store.get(kind, id);
	switch (row.kind) {
		case 'fly':
			return { name: row.name, content: flyFile(row satisfies FlyRow) };
		case 'lie':
			return {
				name: row.name,
				content: lieFile(row, (await store.get('river', row.riverId)) as RiverRow)
			};
		case 'rig':
			return { name: row.name, content: rigFile(row) };
		case 'batch':
			return { name: row.name, content: batchFile(row) };
		case 'entry':
			return { name: row.name, content: entryFile(row) };
		case 'lot':
			return { name: row.name, content: lotFile(row) };
		case 'river':
			return { name: row.name, content: riverFile(row, (await store.list('lie')) as LieRow[]) };
	}
}
