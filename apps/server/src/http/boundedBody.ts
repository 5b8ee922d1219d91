import { BadRequestException, PayloadTooLargeException } from '@nestjs/common';
import type { NextFunction, Request, Response } from 'express';

export interface BodyBounds {
  readonly depth: number;
  /** Names in one object. */
  readonly keys: number;
  /** Values in all. */
  readonly nodes: number;
}

export const ORDINARY_BOUNDS: BodyBounds = { depth: 16, keys: 400, nodes: 20_000 };
/** 500 events, some of them with a list of forty movements. */
export const EVENTS_BOUNDS: BodyBounds = { depth: 16, keys: 400, nodes: 200_000 };

/** Names that reach into what every object inherits. */
const REFUSED_NAMES = new Set(['__proto__', 'constructor', 'prototype']);

/** Refuses a body that would take long to check, before anything looks at its fields. Throws the answer. */
export function refuseUnbounded(body: unknown, bounds: BodyBounds): void {
  const waiting: { readonly value: unknown; readonly depth: number }[] = [{ value: body, depth: 1 }];
  let nodes = 0;
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { value, depth } = next;
    nodes += 1;
    if (nodes > bounds.nodes) throw new PayloadTooLargeException({ message: 'That has too many parts' });
    if (typeof value !== 'object' || value === null) continue;
    if (depth > bounds.depth) throw new BadRequestException({ message: 'That is nested too deeply' });
    if (Array.isArray(value)) {
      if (value.length > bounds.nodes) throw new PayloadTooLargeException({ message: 'That has too many parts' });
      for (const each of value) waiting.push({ value: each, depth: depth + 1 });
      continue;
    }
    const names = Object.keys(value);
    if (names.length > bounds.keys) throw new BadRequestException({ message: 'That has too many fields' });
    for (const name of names) {
      if (REFUSED_NAMES.has(name)) throw new BadRequestException({ message: `No field may be called ${name}` });
      waiting.push({ value: (value as Record<string, unknown>)[name], depth: depth + 1 });
    }
  }
}

export function boundedBody(boundsOf: (request: Request) => BodyBounds) {
  return (request: Request, _response: Response, next: NextFunction): void => {
    if (request.body !== undefined) refuseUnbounded(request.body, boundsOf(request));
    next();
  };
}
