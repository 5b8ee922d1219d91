// The pack format as JSON Schema, made from the shapes that check it: node scripts/packSchema.mjs writes docs/formats/pack.schema.json.
// A test compares what is written there with what the shapes say now.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { packSchema } from './packSchemaOf.mjs';

writeFileSync(join(import.meta.dirname, '../docs/formats/pack.schema.json'), packSchema());
