import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule, type OpenAPIObject } from '@nestjs/swagger';
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';
import { getMetadataStorage } from 'class-validator';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';
import type { NextFunction, Request, Response } from 'express';

/** The description of the API, its bodies made from the same shapes that check them. Behind the gate, like the rest. */
export function serveApiDocs(app: NestExpressApplication): void {
  const config = new DocumentBuilder().setTitle('Waxwing').setVersion('0.1.0').build();
  // When somebody reads it: making it takes a good part of a start.
  const document = (): OpenAPIObject => {
    const schemas = validationMetadatasToSchemas({
      classTransformerMetadataStorage: defaultMetadataStorage as never,
      classValidatorMetadataStorage: getMetadataStorage(),
      refPointerPrefix: '#/components/schemas/',
      additionalConverters: {
        isId: { type: 'string', format: 'uuid' },
        isIdInTime: { type: 'string', format: 'uuid' },
        isDay: { type: 'string', format: 'date' },
        isInstant: { type: 'string', format: 'date-time' },
      },
    });
    const made = SwaggerModule.createDocument(app, config);
    return { ...made, components: { ...made.components, schemas: schemas as never } };
  };
  app.use('/api/docs', (_request: Request, response: Response, next: NextFunction) => {
    // The documentation page sets styles in its own HTML; it shows nothing that a user typed.
    response.setHeader('Content-Security-Policy', "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:");
    next();
  });
  SwaggerModule.setup('api/docs', app, document, { customSiteTitle: 'Waxwing API' });
}
