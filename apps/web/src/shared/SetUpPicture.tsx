import clsx from 'clsx';
import { usePicture } from './setUpPicture.ts';

interface SetUpPictureProps {
  readonly clientId: string;
  readonly pictureId: string;
  readonly className?: string;
}

/** How the place was set up, as it was taken. */
export function SetUpPicture({ clientId, pictureId, className }: SetUpPictureProps) {
  const { data, error } = usePicture(clientId, pictureId);
  if (error) return <p className="text-quiet">The picture isn’t on this device, and can’t be fetched now.</p>;
  if (!data) return <p className="text-quiet">Fetching the picture …</p>;
  return <img src={data} alt="The set-up, as it was taken" className={clsx('rounded-xl', className)} />;
}
