/** Files: CSV, GPX, FIT, JSON, iCalendar; bytes in, model out, and back. */
export { type CalendarDay, writeCalendar } from './calendar.ts';
export { type AsksColumns, parseCsvRecording } from './csv.ts';
export { type ColumnChoice, findColumns, headingOf } from './csvColumns.ts';
export type { ColumnField, ColumnQuestion } from './csvQuestion.ts';
export { writeCsvRecording } from './csvWrite.ts';
export { parseFitRecording } from './fit.ts';
export { writeFitRecording } from './fitWrite.ts';
export { parseGpxRecording } from './gpx.ts';
export { askOrReadFile, type FileKind, kindOfFile, readRecordingFile } from './readRecording.ts';
export { assemble, type Recording } from './recording.ts';
export { readSessionCsv, writeSessionCsv } from './sessionCsv.ts';
export { readSessionsJson, writeSessionsJson } from './sessionJson.ts';
export { readWorkoutFit } from './workoutFit.ts';
export { writeWorkoutFit } from './workoutFitWrite.ts';
export {
  readSeasonCsv,
  readSeasonJson,
  type SeasonFile,
  type SeasonRows,
  writeSeasonCsv,
  writeSeasonJson,
} from './seasonFile.ts';
