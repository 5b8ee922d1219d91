import { Amended, EventEnvelope, PAYLOAD_SHAPES, type SessionEvent } from '../session/event.ts';
import type { EventType } from '../session/eventTypes.ts';
import { checkShape, type Checked } from './checkShape.ts';

function checkPayload(type: EventType, plain: unknown, prefix: string): Checked<object> {
  const shape: new () => object = PAYLOAD_SHAPES[type];
  const payload = checkShape(shape, plain);
  if (payload.ok) return payload;
  return {
    ok: false,
    problems: payload.problems.map(({ path, message }) => ({ path: path ? `${prefix}.${path}` : prefix, message })),
  };
}

/** Checks an envelope and the payload of its type (for an amendment, also the payload it brings). */
export function checkEvent(plain: unknown): Checked<SessionEvent> {
  const envelope = checkShape(EventEnvelope, plain);
  if (!envelope.ok) return envelope;
  const payload = checkPayload(envelope.value.type, envelope.value.payload, 'payload');
  if (!payload.ok) return payload;
  if (payload.value instanceof Amended) {
    const amendment = checkPayload(payload.value.amends, payload.value.payload, 'payload.payload');
    if (!amendment.ok) return amendment;
  }
  return { ok: true, value: { ...envelope.value, payload: payload.value } as SessionEvent };
}
