/** The formats of files, loaded when they are asked for. */
export function loadFormats() {
  return import('./fileFormats.ts');
}
