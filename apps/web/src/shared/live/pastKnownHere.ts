import type { HistoryAnswer } from '@waxwing/core/api';
import { EMPTY_BOOK } from '@waxwing/core/coaching';
import type { KnownPast } from '@waxwing/core/session';
import { api } from '../api.ts';
import type { DeviceStore } from '../device/deviceStore.ts';

const NOTHING_KNOWN: KnownPast = { history: {}, due: [], setUps: {}, book: EMPTY_BOOK, faultRates: {} };

/** What this device knows of somebody's past: all of it where their own hour of the day was fetched ahead, else what a page was shown of it. */
export async function pastKnownHere(store: DeviceStore, clientId: string, localDate: string): Promise<KnownPast> {
  const hour = (await store.aheadsOf(localDate)).find(({ clientIds }) => clientIds.includes(clientId));
  const brief = hour && (await store.ahead(hour.bookingId));
  const ahead = brief?.clients.find((client) => client.clientId === clientId);
  if (ahead) {
    const { history, due, setUps = {}, book, faultRates, answers } = ahead;
    return { history, due, setUps, book, faultRates, ...(answers && { answers }) };
  }
  const shown = await api.get<HistoryAnswer>(`clients/${clientId}/history`).catch(() => null);
  if (!shown) return NOTHING_KNOWN;
  const { movements, due, setUps, answers } = shown;
  return { ...NOTHING_KNOWN, history: movements, due, setUps, answers };
}
