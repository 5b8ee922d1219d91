import { tempoText, type Tempo } from '@waxwing/core/movement';
import { Metronome } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { TEMPO_MODES, TempoCaller, type TempoMode } from './tempoCaller.ts';

const KEPT_AS = 'waxwing-tempo';
const WORDS: Readonly<Record<TempoMode, string>> = { off: 'call tempo', ticks: 'ticks', voice: 'spoken' };

interface TempoButtonProps {
  readonly tempo: Tempo;
  /** The stretch that goes on; `null` while none does. Each begins with its first call. */
  readonly segmentId: string | null;
}

/** The tempo called on this device while a set goes on: ticks, or the browser's voice; off until somebody wants it. */
export function TempoButton({ tempo, segmentId }: TempoButtonProps) {
  const [mode, setMode] = useState<TempoMode>(() => TEMPO_MODES.find((each) => each === localStorage.getItem(KEPT_AS)) ?? 'off');
  const caller = useMemo(() => new TempoCaller(), []);
  const { lowerSeconds, turnSeconds, liftSeconds, finishSeconds } = tempo;
  useEffect(() => {
    if (segmentId === null || mode === 'off') return undefined;
    caller.start({ lowerSeconds, turnSeconds, liftSeconds, finishSeconds }, mode);
    return () => caller.stop();
  }, [caller, mode, segmentId, lowerSeconds, turnSeconds, liftSeconds, finishSeconds]);
  const toggle = () => {
    const next = TEMPO_MODES[(TEMPO_MODES.indexOf(mode) + 1) % TEMPO_MODES.length]!;
    localStorage.setItem(KEPT_AS, next);
    void caller.allow().then(() => setMode(next));
  };
  return (
    <button
      type="button"
      aria-label={`Tempo ${tempoText(tempo)}: ${WORDS[mode]}`}
      title={tempoText(tempo)}
      aria-pressed={mode !== 'off'}
      className="ml-auto grid size-14 shrink-0 cursor-pointer place-items-center rounded-xl text-xs leading-none"
      onClick={toggle}
    >
      <Metronome aria-hidden="true" size={22} />
      {WORDS[mode]}
    </button>
  );
}
