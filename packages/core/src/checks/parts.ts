import { Transform, Type, type TypeHelpOptions, type TypeOptions } from 'class-transformer';
import { ValidateBy, ValidateIf, ValidateNested } from 'class-validator';

type Shape = (help?: TypeHelpOptions) => new () => object;

function isPlain(value: unknown): boolean {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** One part of a document, checked against its own shape. A list, or `null`, is none. */
export function One(shape: Shape, options?: TypeOptions): PropertyDecorator {
  const isOne = ValidateBy({
    name: 'isOne',
    validator: { validate: isPlain, defaultMessage: () => '$property must be an object' },
  });
  return (target, name) => {
    for (const decorate of [isOne, ValidateNested(), Type(shape, options)]) decorate(target, name);
  };
}

/** Parts in a list, each checked against their shape. A list in the list is no part. */
export function Each(shape: Shape, options?: TypeOptions): PropertyDecorator {
  const isEach = ValidateBy({
    name: 'isEach',
    validator: {
      validate: (value) => Array.isArray(value) && value.every(isPlain),
      defaultMessage: () => '$property must be a list of objects',
    },
  });
  return (target, name) => {
    for (const decorate of [isEach, ValidateNested({ each: true }), Type(shape, options)]) decorate(target, name);
  };
}

/** May be left out. `null` is not left out: nothing that reads a document expects it. */
export function Maybe(): PropertyDecorator {
  return ValidateIf((_document, value) => value !== undefined);
}

/** Text without the blanks round it. */
export function Trimmed(): PropertyDecorator {
  return Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.trim() : value));
}
