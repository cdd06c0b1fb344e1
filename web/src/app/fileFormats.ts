/** Writers and readers of files: heavy, and loaded only when somebody asks for a file. */
export {
  readSessionCsv,
  readSessionsJson,
  readWorkoutFit,
  writeCalendar,
  writeCsvRecording,
  writeFitRecording,
  writeSessionCsv,
  writeSessionsJson,
  writeWorkoutFit,
} from '@uphill/core';
