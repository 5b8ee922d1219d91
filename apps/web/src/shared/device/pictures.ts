import type { ClientPicture } from '@waxwing/core/client';
import { api } from '../api.ts';
import type { DeviceStore } from './deviceStore.ts';

/** A picture in base64: from this device, else from the server, and then kept here. */
export async function pictureFrom(store: DeviceStore, clientId: string, pictureId: string): Promise<string> {
  const kept = await store.picture(pictureId);
  if (kept) return kept.jpeg;
  const { jpeg } = await api.get<ClientPicture>(`clients/${clientId}/pictures/${pictureId}`);
  await store.keepPicture({ pictureId, clientId, jpeg, unsent: 0 });
  return jpeg;
}
