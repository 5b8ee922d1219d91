import { applyDecorators } from '@nestjs/common';
import { ApiBody } from '@nestjs/swagger';

/** Says in the API description which published shape a body has. */
export function ShapeBody(shape: new () => object): MethodDecorator {
  return applyDecorators(ApiBody({ schema: { $ref: `#/components/schemas/${shape.name}` } }));
}
