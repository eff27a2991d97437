export { airLineScene, type PartLabels } from './drawing/airLine.ts'
export { type BeforeAfterWords, beforeAfterScene } from './drawing/beforeAfter.ts'
export { changeoverScene } from './drawing/changeover.ts'
export { damperLineScene } from './drawing/damperLine.ts'
export { dayScene } from './drawing/dayScene.ts'
export { everyNth } from './drawing/labels.ts'
export { meetingScene } from './drawing/meeting.ts'
export { partLabels } from './drawing/partLabels.ts'
export { peopleDayScene } from './drawing/peopleDay.ts'
export { type Mark, type Scene, sceneToSvg, type Tone } from './drawing/scene.ts'
export { signatureScene } from './drawing/signature.ts'
export { stripScene } from './drawing/strip.ts'
export { type TraceOf, traceScene } from './drawing/trace.ts'
export { type TrendOf, trendScene } from './drawing/trend.ts'
export { wireMapScene } from './drawing/wireMap.ts'
export { occupantSheet } from './sheets/occupantSheet.ts'
export {
  isOccupantLanguage,
  OCCUPANT_LANGUAGES,
  type OccupantLanguage,
  occupantWords,
} from './sheets/occupantWords.ts'
export type { Sheet, SheetBlock, SheetSection } from './sheets/sheet.ts'
export { fullRecord, isSheet, panelSheet, SHEETS, type SheetName, settingsCard, weekCard } from './sheets/sheets.ts'
