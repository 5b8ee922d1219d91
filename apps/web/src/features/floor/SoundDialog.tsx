import { Dialog } from '../../shared/Dialog.tsx';
import { LOUDNESS, useSoundSettings, type SoundSettings } from './soundSettings.ts';

const LOUD_WORDS = [
  ['Soft', LOUDNESS.soft],
  ['Medium', LOUDNESS.medium],
  ['Loud', LOUDNESS.loud],
] as const;

const CALLED: readonly (readonly [keyof SoundSettings & ('halfWay' | 'lastThree' | 'next'), string])[] = [
  ['halfWay', 'Half-way'],
  ['lastThree', 'The last three seconds'],
  ['next', 'What comes next, if it speaks'],
];

/** What this screen calls of the clock, and how loud. */
export function SoundDialog({ onClose, onTap }: { onClose: () => void; onTap: () => void }) {
  const [settings, change] = useSoundSettings();
  const set = (part: Partial<SoundSettings>) => {
    // A browser lets a page be heard only after a tap.
    onTap();
    change(part);
  };
  return (
    <Dialog title="Sound on this screen" onClose={onClose}>
      <p className="text-quiet mt-2">Each screen has its own: let one of them speak, and the others be quiet.</p>
      <div className="mt-3 grid gap-2 sm:grid-cols-2">
        <Tick text="Tones" isOn={settings.tones} onChange={(tones) => set({ tones })} />
        <Tick text="Spoken, by this browser’s voice" isOn={settings.voice} onChange={(voice) => set({ voice })} />
      </div>
      <div className="mt-4 flex flex-wrap items-center gap-2" role="group" aria-label="How loud">
        <span className="text-lg">How loud</span>
        {LOUD_WORDS.map(([text, loudness]) => (
          <button
            key={text}
            type="button"
            aria-pressed={settings.loudness === loudness}
            className={`btn min-h-14 px-5 ${settings.loudness === loudness ? 'btn-neutral' : ''}`}
            onClick={() => set({ loudness })}
          >
            {text}
          </button>
        ))}
      </div>
      <h3 className="mt-4 text-lg">Beside work, rest and a change of sides, call</h3>
      <div className="mt-1 grid gap-2 sm:grid-cols-2">
        {CALLED.map(([name, text]) => (
          <Tick key={name} text={text} isOn={settings[name]} onChange={(isOn) => set({ [name]: isOn })} />
        ))}
      </div>
    </Dialog>
  );
}

function Tick({ text, isOn, onChange }: { text: string; isOn: boolean; onChange: (isOn: boolean) => void }) {
  return (
    <label className="flex min-h-14 cursor-pointer items-center gap-3 text-lg">
      <input type="checkbox" className="checkbox" checked={isOn} onChange={(event) => onChange(event.target.checked)} />
      {text}
    </label>
  );
}
