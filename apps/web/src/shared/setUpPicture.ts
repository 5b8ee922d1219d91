import { useQuery } from '@tanstack/react-query';
import { v4 } from 'uuid';
import { deviceStoreFor } from './device/deviceStore.ts';
import { pictureFrom } from './device/pictures.ts';
import { useSignedIn } from './signedIn.tsx';

/** Large enough to see how a strap is threaded, small enough to wait for on bad Wi-Fi. */
const LONGEST_SIDE = 1024;
const QUALITIES = [0.8, 0.6, 0.4] as const;
/** As the server has it. */
const BASE64_LONGEST = 400_000;

/** A JPEG of what was taken, made smaller; where and when it was taken, which a camera writes into it, is not in it any more. */
async function shrunk(file: Blob): Promise<string> {
  const image = await createImageBitmap(file).catch(() => {
    throw new Error('This file is no picture that the browser can read');
  });
  const scale = Math.min(1, LONGEST_SIDE / Math.max(image.width, image.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(image.width * scale));
  canvas.height = Math.max(1, Math.round(image.height * scale));
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  for (const quality of QUALITIES) {
    const base64 = canvas.toDataURL('image/jpeg', quality).slice('data:image/jpeg;base64,'.length);
    if (base64.length <= BASE64_LONGEST) return base64;
  }
  throw new Error('This picture can’t be made small enough');
}

/** Takes a picture for a client: kept on this device at once, on the server when there is a network. Answers its id. */
export function useTakePicture(clientId: string): (file: Blob) => Promise<string> {
  const { me, outbox } = useSignedIn();
  return async (file) => {
    const jpeg = await shrunk(file);
    const pictureId = v4();
    const store = await deviceStoreFor(me.trainerId);
    await store.keepPicture({ pictureId, clientId, jpeg, unsent: 1 });
    outbox?.flushSoon();
    return pictureId;
  };
}

/** A picture as an address that an image can show: from this device, else from the server, and then kept here. */
export function usePicture(clientId: string, pictureId: string) {
  const { me } = useSignedIn();
  return useQuery({
    queryKey: ['picture', clientId, pictureId],
    networkMode: 'always',
    staleTime: Infinity,
    queryFn: async () => {
      const store = await deviceStoreFor(me.trainerId);
      return `data:image/jpeg;base64,${await pictureFrom(store, clientId, pictureId)}`;
    },
  });
}
