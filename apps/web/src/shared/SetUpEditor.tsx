import type { MovementDocument } from '@waxwing/core/movement';
import { SET_UP_PARTS, setUpPartsFor, type SetUp } from '@waxwing/core/client';
import { Camera, X } from 'lucide-react';
import clsx from 'clsx';
import { useState } from 'react';
import { SetUpPicture } from './SetUpPicture.tsx';
import { useTakePicture } from './setUpPicture.ts';

interface SetUpEditorProps {
  readonly clientId: string;
  /** Asked is what its kit gives something to say of, and what was said before. */
  readonly document: MovementDocument;
  readonly setUp: SetUp | undefined;
  readonly onKeep: (setUp: SetUp) => void;
  readonly keep: string;
}

/** A few taps: what is often said is a button, anything else can be typed. */
export function SetUpEditor({ clientId, document, setUp, onKeep, keep }: SetUpEditorProps) {
  const [said, setSaid] = useState<SetUp>(setUp ?? {});
  const [asksAll, setAsksAll] = useState(false);
  const fitting = setUpPartsFor(document);
  const shown = SET_UP_PARTS.filter(({ part }) => asksAll || fitting.has(part) || setUp?.[part]);
  const say = (part: keyof SetUp, value: string) =>
    setSaid((before) => {
      const { [part]: _before, ...rest } = before;
      return value === '' ? rest : { ...rest, [part]: value };
    });
  return (
    <form
      className="mt-3 grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        const kept = SET_UP_PARTS.flatMap(({ part }) => (said[part]?.trim() ? [[part, said[part].trim()] as const] : []));
        onKeep({ ...Object.fromEntries(kept), ...(said.picture && { picture: said.picture }) });
      }}
    >
      <Picture clientId={clientId} pictureId={said.picture} onChange={(picture) => say('picture', picture)} />
      {shown.map(({ part, name, often }) => (
        <div key={part} className="grid items-center gap-x-3 gap-y-1 sm:grid-cols-[9rem_9rem_1fr]">
          <label htmlFor={`set-up-${part}`}>{name}</label>
          <input
            id={`set-up-${part}`}
            className="input bg-panel min-h-11 w-full"
            maxLength={part === 'note' ? 120 : 40}
            value={said[part] ?? ''}
            onChange={(event) => say(part, event.target.value)}
          />
          <div className="flex flex-wrap gap-1">
            {often.map((text) => (
              <button
                key={text}
                type="button"
                aria-pressed={said[part] === text}
                className={clsx('btn btn-sm min-h-11 font-normal', said[part] === text && 'btn-neutral')}
                onClick={() => say(part, said[part] === text ? '' : text)}
              >
                {text}
              </button>
            ))}
          </div>
        </div>
      ))}
      {shown.length < SET_UP_PARTS.length && (
        <button type="button" className="link min-h-11 justify-self-start" onClick={() => setAsksAll(true)}>
          something that isn’t here
        </button>
      )}
      <button type="submit" className="btn btn-primary sticky bottom-0 mt-2 min-h-14 justify-self-start px-6 text-lg">
        {keep}
      </button>
    </form>
  );
}

interface PictureProps {
  readonly clientId: string;
  readonly pictureId: string | undefined;
  /** Nothing takes it away. */
  readonly onChange: (pictureId: string) => void;
}

/** A rig that can't be said in words: taken with this device's camera, or out of its pictures. */
function Picture({ clientId, pictureId, onChange }: PictureProps) {
  const take = useTakePicture(clientId);
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const add = async (file: File | undefined) => {
    if (!file) return;
    setBusy(true);
    setProblem(null);
    try {
      onChange(await take(file));
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'That didn’t work');
    }
    setBusy(false);
  };
  return (
    <div className="grid items-start gap-x-3 gap-y-1 sm:grid-cols-[9rem_1fr]">
      <span className="sm:pt-3">picture</span>
      <div className="flex flex-wrap items-start gap-2">
        {pictureId && <SetUpPicture clientId={clientId} pictureId={pictureId} className="max-h-40" />}
        <label className="btn min-h-14 px-4 font-normal focus-within:outline-2">
          <Camera aria-hidden="true" size={20} />
          {isBusy ? 'Making it smaller …' : pictureId ? 'Take another' : 'Take a picture'}
          <input
            type="file"
            accept="image/*"
            capture="environment"
            className="sr-only"
            onChange={(event) => {
              void add(event.target.files?.[0]);
              event.target.value = '';
            }}
          />
        </label>
        {pictureId && (
          <button type="button" className="btn btn-ghost min-h-14" onClick={() => onChange('')}>
            <X aria-hidden="true" size={18} /> Without
          </button>
        )}
        <p className="text-quiet basis-full text-sm">Of the kit, not of people. Seen by you alone.</p>
        {problem && (
          <p role="alert" className="basis-full font-bold">
            {problem}
          </p>
        )}
      </div>
    </div>
  );
}
