// The public surface of core. Nothing else is imported from outside.
export {
  absolute,
  add,
  ceiling,
  compare,
  divide,
  equals,
  exact,
  floor,
  crossed,
  fromJsonNumber,
  isWhole,
  isZero,
  larger,
  modulo,
  multiply,
  negate,
  parseDecimal,
  parseExact,
  sign,
  smaller,
  subtract,
  toNumber,
  zero,
} from "./exact/exact";
export { declaredText, gutterLength, gutterText, isNegative, lengthText, lengthUnits, parseLength, pxText, toPx } from "./exact/length";
export { readTyped } from "./exact/typed";
export { show, shownNumber, spoken, toDecimal, toExactDecimal, toJson } from "./exact/show";
export { workOutSum } from "./exact/sum";
export { versionLevels } from "./layout/levels";
export { formatVersion, upgrade } from "./layout/upgrade";
export { limits } from "./layout/limits";
export { carryNumbers } from "./layout/number-values";
export { breakpointNumbers, cellOfPath, facetIds, facetOfPlace, ledgerHeadings, numberAt, placeOfPath } from "./layout/numbers";
export { cellList, containerWords, numberCells, readContainerKind, readDeclared, repairCells } from "./layout/cells";
export { breakpointSchema, idPattern, layoutSchema, sizeSchema } from "./layout/schema";
export { issuesOf, nestsPast, parseLayout, parseWith, pointer, readStoredLayout, readStoredText, withoutSchema } from "./layout/parse";
export { layoutJsonSchema } from "./layout/json-schema";
export { placeText, readPlace } from "./layout/place-text";
export { withCopied, withoutDangling } from "./layout/dangling";
export { slugOf, untaken } from "./layout/slug";
export { blankLayout, layoutFromColumns, newBreakpoint } from "./layout/defaults";
export {
  deviceSets,
  layoutFromStart,
  type Spaces,
  type Start,
  startBases,
  startRows,
  type StartRows,
  type StartSize,
  startSpaces,
  suggestSpaces,
} from "./layout/starts";
export { breakpointAt, breakpointRanges, inOrder } from "./grid/breakpoint-at";
export type { ShareOf, Shares } from "./grid/columns";
export {
  columnStart,
  columnTerms,
  columnTracks,
  shareNames,
  shareOfContainer,
  shareParts,
  shares,
  spanWidth,
  spanWidths,
} from "./grid/columns";
export { columnLine, columnsTogether, rowsToHold } from "./grid/areas";
export { type AreaBox, areaBoxes, bandOf, columnAt, rowAt, rowPitch } from "./grid/area-boxes";
export { flow } from "./grid/flow";
export { type EdgeSum, edgesHeld, mostOff, orderChanges } from "./grid/laid-out";
export { mostMapRows, readWordMap, withWordMap, wordMap } from "./grid/word-map";
export { shareCell, spaceBelow, spaceBeside } from "./grid/white-space";
export { carryAreas, carryWays, columnsUnder } from "./grid/carry-areas";
export { mostRows, resolveBaseline, resolveRows, rowSum, rowTerms } from "./grid/rows";
export { fontMetrics, shippedFonts } from "./grid/fonts";
export { baselineShift, firstBaseline, roleAt, textOnBaseline, trimmedHeight } from "./grid/text";
export { levelLines, readDistance, uprightLines } from "./grid/reading";
export { lengthContext, resolve, rootFontSize, termsAt } from "./grid/resolve";
export { solve, solveTerms, solveWords } from "./solve/solve";
export { mostSteps, setAt, wholePixelSets } from "./solve/whole-pixel-sets";
export { fromToday, rankSets, setOrders, todaysNumbers } from "./solve/rank-sets";
export { changeTerm, givingWayFor } from "./solve/change-term";
export { changeRowTerm, rowGivingWayFor } from "./solve/change-row-term";
export { rowLines } from "./solve/row-lines";
export { onDevices, usualDevices } from "./sweep/devices";
export { densities, nearestClean, sweep } from "./sweep/sweep";
export { isToMend } from "./solve/repair/goal";
export { repair } from "./solve/repair/repair";
export { boxSides, fit, inColumns, standing, verdict } from "./fit/against";
export { boxLimits, boxListJson, boxListSchema, boxNumbers, boxSources, readBoxesCsv, readBoxesJson, widthOfBoxes } from "./fit/boxes";
export { gapRuns, runNames } from "./fit/gaps";
export { verticalGrid, withRows } from "./fit/vertical";
export { grids, gridsOfList, gridWords, layoutFromGrid, uprightEdges, withGrid } from "./fit/grids";
export { otherNumbers, triedAround } from "./fit/other-numbers";
export { edgeKey, movedEdges } from "./fit/moved";
export { guessedDensity, pictureEdges, pictureLimits } from "./fit/picture";
export { readBoxesSvg } from "./fit/svg";
export { findingsJson, fitJson, resolutionJson } from "./answers/answers";
export { check, tryNextFix } from "./check/check";
export { checkMemory } from "./check/memory";
export { baseUnits, onBase } from "./check/on-base";
export { applyPatch } from "./check/patch";
export { takeAll } from "./check/take-all";
export { type ChangedNumber, changeSeveral, type SeveralWay, severalWays } from "./solve/change-several";
export { widthSum } from "./check/sums";
export { explained, ruleIds, ruleOf } from "./check/registry";
export { countOf, findingWords, fixLabel, fixWords, levelWords, whyItMatters } from "./check/words";
export { isName, joined, listed, name, plainText, words } from "./words/words";
export { lengthWords } from "./words/lengths";
export { applyChanges, compareLayouts, valueAt } from "./compare/changes";
export { sameJson } from "./compare/same-json";
export { changeInPlace, changePlace, changeSentence, changesInWords, changeWords, countChanges } from "./compare/words";
export { valueWords } from "./compare/value-words";
export { inspectable, inspectColumns } from "./formats/css/inspect";
export type { Inspected } from "./formats/css/inspect";
export { changeCount, changeTables } from "./compare/change-table";
export { changesJson } from "./compare/changes-json";
export { breakpointSentence, changeOfBreakpoint, changesByBreakpoint, containerDifferences, containerLine } from "./compare/effects";
export { changeLevel, leastVersion, raised, versionLevel } from "./compare/version-level";
export { versionReason } from "./compare/version-reason";
export { asManyAsHold, ofWholeParts, putOver } from "./compare/over";
export { followOn, settleFollowing } from "./compare/follow";
export { compareVersions, parseVersion, versionText } from "./compare/version-number";
export { formatOf } from "./formats/detect";
export { followingAs, withoutFollows } from "./layout/follows";
export { breakpointFormats, formatIds, formats, wholeFormats } from "./formats/registry";
export { fileOptions, optionWords, plainFileOptions, plainWriting, writingOf } from "./formats/options";
export { writeIn } from "./formats/write-in";
export { holdsWhole, leftBehind, takeOver } from "./formats/take-over";
export { csvText } from "./formats/csv/csv";
export { linePositions } from "./formats/csv/write";
export { overlayLayers, plainOverlay } from "./formats/svg/options";
export { spacingSteps } from "./grid/spacing";
export { drawnAtSize } from "./grid/drawn";
export { type Dimension, rowDimensions, sheetDimensions } from "./grid/dimensions";
export { type DrawnLine, linesBetween, type RepeatedLines } from "./grid/lines";
export { type Resolutions, resolutionsOf } from "./grid/resolutions";
export { namesOf, nameWith, usuallyNamed } from "./formats/css/naming";
export { plainCss } from "./formats/css/options";
export { breakpointCss, writeCss } from "./formats/css/write";
export { readCss } from "./formats/css/read";
export { type AreaContent, areaContent, contentLimits, type PageContent } from "./formats/page/content";
export { type PageOptions, type PageSample, writePage } from "./formats/page/page";
export { readLayout, writeLayout } from "./formats/layout/layout-format";
export { versionChanges } from "./formats/package/changelog";
export { manifestOf, packageFiles } from "./formats/package/package";
export { writeSnippet } from "./formats/snippet/snippet";

export type { Exact } from "./exact/exact";
export type { Length, LengthContext, LengthUnit } from "./exact/length";
export type { ShownNumber } from "./exact/show";
export type { SumFault, SumResult } from "./exact/sum";
export type { CellId, Facet, NumberPath, SheetPlace } from "./layout/numbers";
export type { CellResult, NumberCell, RepairCell } from "./layout/cells";
export type { Place } from "./layout/place-text";
export type { Issue, Parsed } from "./layout/parse";
export type {
  Area,
  Baseline,
  Breakpoint,
  Columns,
  Container,
  Inside,
  Layout,
  LayoutInput,
  Placement,
  Rows,
  TextRole,
} from "./layout/schema";
export type { BreakpointRange } from "./grid/breakpoint-at";
export type { ColumnTerms, ColumnTrack } from "./grid/columns";
export type { AreaGeometry, AreaGrid } from "./grid/areas";
export type { WhiteSpace } from "./grid/white-space";
export type { ReadMap, WordMap } from "./grid/word-map";
export type { CarryWay } from "./grid/carry-areas";
export type { BaselineGeometry, RowGeometry, RowSum, RowTerms, RowTrack } from "./grid/rows";
export type { FontMetrics } from "./grid/fonts";
export type { TextOnBaseline, TextSize } from "./grid/text";
export type { Axis, Reading, SheetLine } from "./grid/reading";
export type { Resolution, Resolved, ResolveRequest } from "./grid/resolve";
export type { GivesWay, Held, Solved, SolveProblem } from "./solve/solve";
export type { SetList, SetSearch, SetsFound, Steps, WholePixelSet } from "./solve/whole-pixel-sets";
export type { Ranking, SetFilters, SetOrder, TodaysNumbers } from "./solve/rank-sets";
export type { SumTerm, TermChange, TermChanged } from "./solve/change-term";
export type { RowChange, RowChanged, RowGivesWay, RowTerm } from "./solve/change-row-term";
export type { RowLines } from "./solve/row-lines";
export type { Device, OnDevice } from "./sweep/devices";
export type { Piece } from "./sweep/pieces";
export type { FixedFit, HandOver, Sweep, UnderLeast, WidthRun } from "./sweep/sweep";
export type { HeldCell } from "./solve/repair/cells";
export type { Repaired } from "./solve/repair/repair";
export type { BoxFit, BoxSide, EdgeFit, Fit, FitOptions, LineFit, Standing } from "./fit/against";
export type { Box, BoxList, BoxSource } from "./fit/boxes";
export type { Moved, Purpose } from "./fit/moved";
export type { GapRun } from "./fit/gaps";
export type { RowsFound, UnitFound, VerticalFound } from "./fit/vertical";
export type { OtherNumber } from "./fit/other-numbers";
export type { Pixels } from "./fit/picture";
export type { DrawnBoxes } from "./fit/svg";
export type { GridFound, GridsOptions } from "./fit/grids";
export type { Across } from "./fit/sides";
export type { CheckResult } from "./check/check";
export type { CheckMemory } from "./check/memory";
export type { BaseStanding, BaseUnits } from "./check/on-base";
export type { Finding, FindingWords, Fix, Level, PatchOperation, PatchTest, RuleId } from "./check/types";
export type { AllTaken, TakenFix } from "./check/take-all";
export type { FixWords } from "./check/words";
export type { Named, Part, Words } from "./words/words";
export type { Applied, Change, Conflict } from "./compare/changes";
export type { Follow, FollowChoice, Following, Met } from "./compare/follow";
export type { ChangeRow, ChangeTable, ChangeTables } from "./compare/change-table";
export type { ChangeWords } from "./compare/words";
export type { BreakpointChange, ContainerDifference, Effect } from "./compare/effects";
export type { VersionLevel } from "./layout/levels";
export type { VersionNumber } from "./compare/version-number";
export type { CssOptions } from "./formats/css/options";
export type { Manifest } from "./formats/package/package";
export type { PackageFile, Release } from "./formats/package/release";
export type { FormatId } from "./formats/registry";
export type { OverlayLayer, OverlayOptions } from "./formats/svg/options";
export type { FileOptions, OptionName, OptionWords, WriteOptions } from "./formats/options";
export type { BreakpointFormat, Format, Read, ReadChoice, WholeFormat, Written } from "./formats/types";
export type { Drawn } from "./grid/drawn";
