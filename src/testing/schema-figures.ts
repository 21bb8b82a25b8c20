/** A JSON Schema, as far as its figures go. */
export interface Schema {
  readonly type?: string;
  readonly minimum?: number;
  readonly exclusiveMinimum?: number;
  readonly maximum?: number;
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly additionalProperties?: Schema | boolean;
  readonly items?: Schema;
  readonly prefixItems?: readonly Schema[];
  readonly anyOf?: readonly Schema[];
  readonly oneOf?: readonly Schema[];
}

/** Every figure a schema takes, with its place. */
export function figures(schema: Schema, place: string): { place: string; low: number; high: number }[] {
  const inner = [
    ...Object.entries(schema.properties ?? {}).map(([key, each]) => [`${place}.${key}`, each] as const),
    ...(typeof schema.additionalProperties === 'object' && !schema.properties
      ? [[`${place}.*`, schema.additionalProperties] as const]
      : []),
    ...(schema.items ? [[`${place}[]`, schema.items] as const] : []),
    ...(schema.prefixItems ?? []).map((each) => [`${place}[]`, each] as const),
    ...[...(schema.anyOf ?? []), ...(schema.oneOf ?? [])].map((each) => [place, each] as const),
  ];
  const own =
    schema.type === 'number' || schema.type === 'integer'
      ? [
          {
            place,
            low: schema.minimum ?? schema.exclusiveMinimum ?? -Infinity,
            high: schema.maximum ?? Infinity,
          },
        ]
      : [];
  return [...own, ...inner.flatMap(([at, each]) => figures(each, at))];
}
