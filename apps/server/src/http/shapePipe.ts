import { BadRequestException, type ArgumentMetadata, type PipeTransform } from '@nestjs/common';
import { checkShape } from '@waxwing/core/shapes';

const BUILT_IN: readonly unknown[] = [String, Number, Boolean, Array, Object];

/** Checks every body and query that has a shape; unknown properties are refused and each problem names its field. */
export class ShapePipe implements PipeTransform {
  transform(value: unknown, { metatype, type }: ArgumentMetadata): unknown {
    if (!metatype || BUILT_IN.includes(metatype) || type === 'custom') return value;
    const checked = checkShape(metatype as new () => object, value ?? {});
    if (!checked.ok) throw new BadRequestException({ message: 'Some fields are not right', problems: checked.problems });
    return checked.value;
  }
}
