import { FitBaseType, type FitEncoderField } from 'fit-file-parser/encoder';

/** Fields of a FIT message by their number and width, for whatever is written as FIT. */

/**
 * A whole number of four bytes.
 *
 * @param number the field's number in its message
 * @param value 0–4,294,967,295
 * @returns the field, ready to be written
 */
export function long(number: number, value: number): FitEncoderField {
  return { number, size: 4, baseType: FitBaseType.Uint32, value };
}

/**
 * A whole number of two bytes.
 *
 * @param number the field's number in its message
 * @param value 0–65,535
 * @returns the field, ready to be written
 */
export function word(number: number, value: number): FitEncoderField {
  return { number, size: 2, baseType: FitBaseType.Uint16, value };
}

/**
 * A whole number of one byte.
 *
 * @param number the field's number in its message
 * @param value 0–255
 * @returns the field, ready to be written
 */
export function byte(number: number, value: number): FitEncoderField {
  return { number, size: 1, baseType: FitBaseType.Uint8, value };
}

/**
 * One of a list of meanings.
 *
 * @param number the field's number in its message
 * @param value its place in the list, 0–255
 * @returns the field, ready to be written
 */
export function enumField(number: number, value: number): FitEncoderField {
  return { number, size: 1, baseType: FitBaseType.Enum, value };
}
