import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule, type OpenAPIObject } from '@nestjs/swagger';
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';
import { getMetadataStorage } from 'class-validator';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';
import type { NextFunction, Request, Response } from 'express';
import { tokenOf } from '../accounts/cookie.ts';
import { SignIns } from '../accounts/signIns.ts';

/** The description of the API, its bodies made from the same shapes that check them. Behind the sign-in, like the rest. */
export function serveApiDocs(app: NestExpressApplication): void {
  const schemas = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage as never,
    classValidatorMetadataStorage: getMetadataStorage(),
    refPointerPrefix: '#/components/schemas/',
  });
  const config = new DocumentBuilder().setTitle('Waxwing').setVersion('0.1.0').build();
  const document = (): OpenAPIObject => {
    const made = SwaggerModule.createDocument(app, config);
    return { ...made, components: { ...made.components, schemas: schemas as never } };
  };
  const signIns = app.get(SignIns);
  app.use(['/api/docs', '/api/docs-json', '/api/docs-yaml'], (request: Request, response: Response, next: NextFunction) => {
    const token = tokenOf(request);
    void (token ? signIns.actorOf(token) : Promise.resolve(null)).then((actor) => {
      if (!actor) return response.status(401).json({ message: 'Sign in first' });
      // The documentation page sets styles in its own HTML; it shows nothing that a user typed.
      response.setHeader('Content-Security-Policy', "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:");
      return next();
    }, next);
  });
  SwaggerModule.setup('api/docs', app, document, { customSiteTitle: 'Waxwing API' });
}
