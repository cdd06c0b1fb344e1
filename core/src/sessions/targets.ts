import type { Effort, Target } from '../units/index.ts';

/**
 * The efforts that a target names: one, or the first and the last of a changing one.
 *
 * @param target a step's target
 * @returns one or two efforts, in the order they are ridden
 */
export function effortsOf(target: Target): readonly Effort[] {
  return target.kind === 'steady' ? [target.effort] : [target.from, target.to];
}

/**
 * The same target with each of its efforts changed.
 *
 * @param target a step's target
 * @param change what becomes of an effort
 * @returns a target of the same kind
 */
export function withEfforts(target: Target, change: (effort: Effort) => Effort): Target {
  return target.kind === 'steady'
    ? { kind: 'steady', effort: change(target.effort) }
    : { kind: 'changing', from: change(target.from), to: change(target.to) };
}
