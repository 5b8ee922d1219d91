import { ValidateBy, type ValidationOptions } from 'class-validator';

const ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;
const ID_IN_TIME = /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;

/** A UUID in small letters. In capitals it would be another text for the same id, and be counted again. */
export function isId(value: unknown): value is string {
  return typeof value === 'string' && ID.test(value);
}

export function IsId(options?: ValidationOptions): PropertyDecorator {
  return ValidateBy(
    { name: 'isId', validator: { validate: isId, defaultMessage: () => '$property must be an id: a UUID in small letters' } },
    options,
  );
}

/** A UUID v7, which begins with the time. */
export function IsIdInTime(): PropertyDecorator {
  return ValidateBy({
    name: 'isIdInTime',
    validator: {
      validate: (value) => typeof value === 'string' && ID_IN_TIME.test(value),
      defaultMessage: () => '$property must be a UUID v7 in small letters',
    },
  });
}
