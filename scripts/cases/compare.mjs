/** What people read and no sum gives. */
const WORDS = new Set(['why', 'says', 'about']);

/**
 * Where a found figure is not what the case states, to the digits that it states.
 *
 * @param stated the case; fields that were not found were given and not asked for
 * @param found what the core gives, in the same fields
 * @returns one line for each difference
 */
export function differences(stated, found, path = '') {
  if (typeof stated === 'number') {
    const digits = (String(stated).split('.')[1] ?? '').length;
    const equal =
      typeof found === 'number' && Math.abs(found - stated) <= 0.5 * 10 ** -digits + 1e-9;
    return equal ? [] : [`${path}: ${stated} stated, ${JSON.stringify(found)} found`];
  }
  if (Array.isArray(stated)) {
    if (!Array.isArray(found) || found.length !== stated.length)
      return [`${path}: ${stated.length} stated, ${JSON.stringify(found)} found`];
    return stated.flatMap((each, index) => differences(each, found[index], `${path}[${index}]`));
  }
  if (typeof stated === 'object' && stated !== null) {
    if (typeof found !== 'object' || found === null)
      return [`${path}: ${JSON.stringify(found)} found`];
    return Object.entries(stated).flatMap(([field, each]) =>
      WORDS.has(field) || !(field in found)
        ? []
        : differences(each, found[field], path === '' ? field : `${path}.${field}`),
    );
  }
  return stated === found
    ? []
    : [`${path}: ${JSON.stringify(stated)} stated, ${JSON.stringify(found)} found`];
}
