import { REGIONS, upperFirst, type Region } from '@waxwing/core/movement';
import {
  calledOf,
  dayChanges,
  decideDayChange,
  DID_ELSE,
  SLEPT,
  tellDay,
  type BriefIndex,
  type DidElse,
  type LaneSituation,
  type SessionState,
  type Slept,
} from '@waxwing/core/session';
import { useState } from 'react';
import { Dialog } from '../../shared/Dialog.tsx';
import type { FloorSession } from '../../shared/live/floorSession.ts';

const SLEPT_WORDS: Readonly<Record<Slept, string>> = { well: 'Well', 'so-so': 'So-so', badly: 'Badly' };
const DID_WORDS: Readonly<Record<DidElse, string>> = { nothing: 'Nothing', light: 'Something light', hard: 'Something hard' };

interface DayDialogProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly situation: LaneSituation;
  readonly onClose: () => void;
}

/** How they are today, in three taps, and what that would change in what comes; the trainer decides. */
export function DayDialog({ live, index, state, situation, onClose }: DayDialogProps) {
  const { lane, client } = situation;
  const [slept, setSlept] = useState<Slept | null>(lane.day?.slept ?? null);
  const [did, setDid] = useState<DidElse | null>(lane.day?.did ?? null);
  const [sore, setSore] = useState<readonly Region[]>(lane.day?.sore ?? []);
  const name = calledOf(client);
  // Told as soon as it can be, and again with whatever is tapped after.
  const tell = (part: { slept?: Slept; did?: DidElse; sore?: readonly Region[] }) => {
    const now = { slept, did, sore, ...part };
    setSlept(now.slept);
    setDid(now.did);
    setSore(now.sore);
    const { slept: told, did: done } = now;
    if (told && done) void live.act(lane.laneId, (context) => tellDay(context, { slept: told, did: done, sore: now.sore }));
  };
  const changes = dayChanges(index, state, lane);
  const decide = (some: typeof changes, taken: boolean) =>
    void live.act(
      lane.laneId,
      ...some.map((change) => (context: Parameters<typeof decideDayChange>[0]) => decideDayChange(context, change, taken)),
    );
  return (
    <Dialog title={`How is ${name} today?`} onClose={onClose}>
      <OneOf label="Slept" words={SLEPT_WORDS} options={SLEPT} value={slept} onPick={(value) => tell({ slept: value })} />
      <OneOf
        label="Before this, today or yesterday"
        words={DID_WORDS}
        options={DID_ELSE}
        value={did}
        onPick={(value) => tell({ did: value })}
      />
      <h3 className="mt-4 text-xl">Sore where?</h3>
      <div className="mt-1 flex flex-wrap gap-2" role="group" aria-label="Sore where?">
        <Chip isOn={sore.length === 0} onPick={() => tell({ sore: [] })}>
          Nowhere
        </Chip>
        {REGIONS.map((region) => (
          <Chip
            key={region}
            isOn={sore.includes(region)}
            onPick={() => tell({ sore: sore.includes(region) ? sore.filter((each) => each !== region) : [...sore, region] })}
          >
            {upperFirst(region)}
          </Chip>
        ))}
      </div>
      <p className="text-quiet mt-2">
        Soreness after work is ordinary. Pain that is sharp, in a joint or on one side is not: then leave the movement out, and a
        word about a clinician.
      </p>
      {lane.day && (
        <section aria-label="What it would change" className="mt-4">
          {changes.length === 0 ? (
            <p className="text-lg">The plan stays as it is.</p>
          ) : (
            <>
              <h3 className="text-xl">What it would change</h3>
              {changes.length > 1 && (
                <div className="mt-3 flex gap-2">
                  <button type="button" className="btn btn-primary min-h-14 px-6 text-lg" onClick={() => decide(changes, true)}>
                    Do all of it
                  </button>
                  <button type="button" className="btn btn-ghost min-h-14" onClick={() => decide(changes, false)}>
                    All as planned
                  </button>
                </div>
              )}
              <ul className="mt-2 flex flex-col gap-2">
                {changes.map((change) => (
                  <li key={change.itemId} className="flex flex-wrap items-center gap-2">
                    <span className="min-w-48 flex-1 text-lg leading-tight">
                      {change.text} <span className="text-quiet">({change.why})</span>
                    </span>
                    <button type="button" className="btn min-h-14 px-5" onClick={() => decide([change], true)}>
                      Do that
                    </button>
                    <button type="button" className="btn btn-ghost min-h-14" onClick={() => decide([change], false)}>
                      As planned
                    </button>
                  </li>
                ))}
              </ul>
            </>
          )}
        </section>
      )}
    </Dialog>
  );
}

interface OneOfProps<T extends string> {
  readonly label: string;
  readonly words: Readonly<Record<T, string>>;
  readonly options: readonly T[];
  readonly value: T | null;
  readonly onPick: (value: T) => void;
}

function OneOf<T extends string>({ label, words, options, value, onPick }: OneOfProps<T>) {
  return (
    <>
      <h3 className="mt-4 text-xl">{label}</h3>
      <div className="mt-1 flex flex-wrap gap-2" role="group" aria-label={label}>
        {options.map((option) => (
          <Chip key={option} isOn={value === option} onPick={() => onPick(option)}>
            {words[option]}
          </Chip>
        ))}
      </div>
    </>
  );
}

function Chip({ isOn, onPick, children }: { isOn: boolean; onPick: () => void; children: string }) {
  return (
    <button
      type="button"
      aria-pressed={isOn}
      className={`btn min-h-14 px-5 text-lg ${isOn ? 'btn-neutral' : ''}`}
      onClick={onPick}
    >
      {children}
    </button>
  );
}
