import { z } from 'zod';

type Def = z.core.$ZodTypeDef & Record<string, unknown>;
/** Kinds that hold other schemas, each with how it is built again from their shapes. */
const BUILD: Readonly<Record<string, (def: Def) => z.ZodType>> = {
  string: () => z.string(),
  number: () => z.number(),
  boolean: () => z.boolean(),
  object: ({ shape, catchall }) => {
    const fields = z.object(shapesOf(shape as Record<string, z.ZodType>));
    // What is refused as unknown in a request would be a stored field that cannot be answered.
    return catchall === undefined || isNever(catchall as z.ZodType)
      ? fields
      : fields.catchall(shapeOf(catchall as z.ZodType));
  },
  array: ({ element }) => z.array(shapeOf(element as z.ZodType)),
  tuple: ({ items }) => z.tuple((items as z.ZodType[]).map(shapeOf) as [z.ZodType]),
  record: ({ keyType, valueType }) =>
    z.record(shapeOf(keyType as z.ZodType) as z.ZodString, shapeOf(valueType as z.ZodType)),
  nullable: ({ innerType }) => shapeOf(innerType as z.ZodType).nullable(),
  optional: ({ innerType }) => shapeOf(innerType as z.ZodType).optional(),
  default: ({ innerType, defaultValue }) =>
    shapeOf(innerType as z.ZodType).default(defaultValue as never),
  union: ({ options, discriminator }) =>
    discriminator === undefined
      ? z.union((options as z.ZodType[]).map(shapeOf))
      : z.discriminatedUnion(
          discriminator as string,
          (options as z.ZodType[]).map(shapeOf) as unknown as [z.ZodObject],
        ),
};
/**
 * The shape of a schema without its limits: what an answer is checked by. Limits belong to requests, where a person
 * can still put something right; what is stored has to be answered whatever the limits are by then.
 *
 * @param schema any schema of requests; kinds that have no limits (enums, literals, unknown) stay as they are
 */
export function shapeOf<T extends z.ZodType>(schema: T): z.ZodType<z.output<T>, z.output<T>> {
  const def = schema._zod.def as Def;
  return (BUILD[def.type]?.(def) ?? schema) as z.ZodType<z.output<T>, z.output<T>>;
}
function shapesOf(fields: Readonly<Record<string, z.ZodType>>): Record<string, z.ZodType> {
  return Object.fromEntries(Object.entries(fields).map(([name, field]) => [name, shapeOf(field)]));
}
function isNever(schema: z.ZodType): boolean {
  return schema._zod.def.type === 'never';
}
