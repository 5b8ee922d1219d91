import { createRequire } from 'node:module';
import 'reflect-metadata';
import { DOSE_SUBTYPES, LibraryPack } from '../packages/core/dist/shapes.js';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';

const { defaultMetadataStorage } = createRequire(import.meta.url)('class-transformer/cjs/storage');

/** Numbers by the names of joints; a moment of a figure may also say what touches, where the hands are and how high it is. */
const angles = { type: 'object', additionalProperties: { type: 'number' } };
const moments = {
  type: 'object',
  additionalProperties: {
    type: 'object',
    properties: {
      contacts: { type: 'array', items: { type: 'string' } },
      hands: { type: 'string' },
      airCm: { type: 'number' },
      forwardCm: { type: 'number' },
    },
    additionalProperties: { type: 'number' },
  },
};

/** Every shape that a pack is made of, and no other. */
function reached(schemas, name, found = new Map()) {
  if (found.has(name)) return found;
  found.set(name, schemas[name]);
  for (const [, next] of JSON.stringify(schemas[name]).matchAll(/"#\/\$defs\/(\w+)"/g)) reached(schemas, next, found);
  return found;
}

/** The schema as text, ready to be written. */
export function packSchema() {
  const schemas = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage,
    refPointerPrefix: '#/$defs/',
    additionalConverters: {
      isOne: () => ({ type: 'object' }),
      isEach: () => ({ type: 'array' }),
      isJointAngles: angles,
      isFigureKeys: moments,
    },
  });
  // How much a dose holds hangs on its kind.
  const doses = DOSE_SUBTYPES.discriminator.subTypes;
  for (const { name, value } of doses) schemas[value.name].properties.kind = { const: name };
  schemas.DoseBase = { oneOf: doses.map(({ value }) => ({ $ref: `#/$defs/${value.name}` })) };
  const all = reached(schemas, LibraryPack.name);
  all.delete(LibraryPack.name);
  const closed = ([name, schema]) => [name, schema.oneOf ? schema : { ...schema, additionalProperties: false }];
  const schema = {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Waxwing library pack',
    ...schemas[LibraryPack.name],
    additionalProperties: false,
    $defs: Object.fromEntries([...all].sort(([a], [b]) => (a < b ? -1 : 1)).map(closed)),
  };
  return `${JSON.stringify(schema, null, 2)}\n`;
}
