import { shownChange, type Difference } from '../difference';
import { leftOf, lotWords, materialOf, measuredWords, type LotBodyDocument } from './body';

export function lotChange(a: LotBodyDocument, b: LotBodyDocument): Difference {
	return shownChange([
		['material', materialOf(a) ?? '', materialOf(b) ?? ''],
		['what it is', lotWords(a), lotWords(b)],
		['measured', measuredWords(a) || 'nothing', measuredWords(b) || 'nothing'],
		['left', String(leftOf(a)), String(leftOf(b))],
		['low at', String(a.lowAt ?? 'never'), String(b.lowAt ?? 'never')]
	]);
}
