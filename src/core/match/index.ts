/** From a fly to what could be different: single steps, equivalents, beads. */
export { emptyShelf, type Shelf } from './shelf';
export { levers, sideOf, type Lever } from './levers';
export { ALIKE, equivalents, type Equivalent, type Otherwise } from './equivalents';
export { askedMetals, beadTable } from './bead-table';
export { evaluate } from './evaluate';
export { adviceFor, chanceOf, type Advice, type Advised } from './advice';
export * from './bead-options';
export * from './which-bead';
export { lockables, type Lockable, type Locks } from './dressing-variants';
export { spaceOf } from './space';
export {
	before,
	does,
	pointsOf,
	termsOf,
	USUAL_WISHES,
	type Counts,
	type WishTerm,
	type Wishes
} from './rank';
export { mergedLists, Search, type FoundBuild, type PlotRange, type Seen } from './search';
export type { MatchQuestion } from './question';
export { placesIn, plainSearch } from './plain-search';
export { followed } from './follow';
export { smallestCover, type Cover, type Rung } from './cover';
export { ladder, spanOf, type Water } from './ladder';
export { cellsOf, doublesIn, surveyed, type MapCurves } from './box-map';
export { waterAt, type MapSpan } from './map-surface';
export { fewestOf, plannedOuting, type BoxFly, type Place, type PlaceAnswer } from './outing';
export { pairsFor, type FoundPair, type PairQuestion } from './pair';
export { readTable, waterTables, type WaterTable } from './water-table';
export { SearchWorker } from './search-worker';
export type { SearchChannel, MatchAnswers, MatchTask } from './tasks';
export { dearestIn } from './price';
export { firstDrifts, match, type MatchAnswer, type MatchProgress } from './run';
export { limitOf, waysOut, type WayOut } from './ways-out';
