import { serverSeen } from '../server.ts';
import { deviceStoreFor } from './deviceStore.ts';

/** Whoever is signed out, here or from elsewhere (a lost tablet), leaves nothing of a client on this device but what the server hasn't got. */
export async function clearSent(trainerId: string): Promise<void> {
  const store = await deviceStoreFor(trainerId);
  // A server that was put back to a backup lacks what was sent: then it counts as unsent, and stays.
  const { epoch } = serverSeen();
  if (epoch !== null) await store.meetServer(epoch);
  await store.forgetSent('all');
}
