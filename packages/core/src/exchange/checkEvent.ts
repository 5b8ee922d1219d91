import { Amended, EventEnvelope, PAYLOAD_SHAPES, type SessionEvent } from '../session/event.ts';
import { isKnown, isKnownType, type EventType } from '../session/eventTypes.ts';
import { checkShape, type Checked } from './checkShape.ts';

/** A payload of a kind that isn't known here can't be checked; it is kept as it is, if it is no larger than this as JSON. */
export const UNKNOWN_PAYLOAD_MAX = 10_000;

function checkPayload(type: EventType, plain: unknown, prefix: string): Checked<object> {
  const shape: new () => object = PAYLOAD_SHAPES[type];
  const payload = checkShape(shape, plain);
  if (payload.ok) return payload;
  return {
    ok: false,
    problems: payload.problems.map(({ path, message }) => ({ path: path ? `${prefix}.${path}` : prefix, message })),
  };
}

function keepUnknown(plain: object, path: string): Checked<object> {
  if (JSON.stringify(plain).length <= UNKNOWN_PAYLOAD_MAX) return { ok: true, value: plain };
  return { ok: false, problems: [{ path, message: `is longer than ${UNKNOWN_PAYLOAD_MAX} characters` }] };
}

/**
 * Checks an envelope and the payload of its type (for an amendment, also the payload it brings). An event of a kind or version that
 * a newer Waxwing writes is sound too: it is kept for who can read it.
 */
export function checkEvent(plain: unknown): Checked<SessionEvent> {
  const envelope = checkShape(EventEnvelope, plain);
  if (!envelope.ok) return envelope;
  const { type, payload: given } = envelope.value;
  const payload =
    isKnown(envelope.value) && isKnownType(type) ? checkPayload(type, given, 'payload') : keepUnknown(given, 'payload');
  if (!payload.ok) return payload;
  if (payload.value instanceof Amended) {
    const { amends, payload: amended } = payload.value;
    const amendment = isKnownType(amends)
      ? checkPayload(amends, amended, 'payload.payload')
      : keepUnknown(amended, 'payload.payload');
    if (!amendment.ok) return amendment;
  }
  return { ok: true, value: { ...envelope.value, payload: payload.value } as SessionEvent };
}
