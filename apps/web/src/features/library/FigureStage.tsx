import {
  upperFirst,
  type Lexicon,
  type Phase,
  type ResolvedFault,
  type ResolvedMovement,
  type View,
} from '@waxwing/core/movement';
import {
  AZIMUTHS,
  azimuthOf,
  cameraAt,
  describePose,
  faultArrow,
  frameOf,
  joinFrames,
  markOf,
  phaseAt,
  postureAt,
  projected,
  shownFault,
  timelineOf,
  type Azimuth,
  type FaultStrength,
  type Frame,
  type Mark,
  type Rep,
  type Vec3,
} from '@waxwing/core/figure';
import clsx from 'clsx';
import { Pause, Play, X } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { FigureSvg, type Layer } from '../../shared/figure/FigureSvg.tsx';
import { viewOf } from '../../shared/figure/FaultStill.tsx';
import { usePlayback } from '../../shared/figure/usePlayback.ts';
import { fromText, VIEW_WORDS } from '../../shared/viewWords.ts';
import { tellingView } from '../../shared/figure/PhaseStill.tsx';
import { useRep } from '../../shared/figure/useRep.ts';
import { SeverityDrop } from '../../shared/Severity.tsx';

interface FigureStageProps {
  readonly movement: ResolvedMovement;
  readonly lexicon: Lexicon;
  readonly fault: ResolvedFault | null;
  readonly onNoFault: () => void;
  /** The moment to show, when somebody asked for one; `asked` counts, so that the same can be asked again. */
  readonly wish: { readonly phase: Phase; readonly asked: number };
  readonly onPhase: (phase: Phase) => void;
}

const STRENGTHS: readonly FaultStrength[] = ['slight', 'clear', 'strong'];
/** The movement as a body that does it: played, dragged through, turned; a picked fault over the good rep. */
export function FigureStage({ movement, lexicon, fault, onNoFault, wish, onPhase }: FigureStageProps) {
  const { document } = movement;
  const [strength, setStrength] = useState<FaultStrength>('clear');
  const change = useMemo(() => fault && shownFault(fault, lexicon, undefined, strength), [fault, lexicon, strength]);
  const { rep: good, problem } = useRep(document, lexicon);
  const { rep: faulty, problem: faultProblem } = useRep(document, lexicon, { fault: change });
  const frame = useStageFrame(good, faulty);
  const seenFrom: View = fault ? viewOf(fault) : tellingView(document);
  const other: View = seenFrom === 'side' ? 'front' : 'side';
  const otherAzimuth = azimuthOf(other);
  const otherFrame = useMemo(() => good && frameOf(good, otherAzimuth), [good, otherAzimuth]);
  const timeline = useMemo(() => {
    const rep = faulty ?? good;
    return rep && timelineOf(rep, document.tempo);
  }, [good, faulty, document]);
  const playback = usePlayback(timeline, 0.5);
  const { place, scrub } = playback;

  // A phase that was asked for in the strip is gone to.
  const keyPlace = good?.keys.find((key) => key.phase === wish.phase)?.at;
  const asked = useRef(0);
  useEffect(() => {
    if (wish.asked === asked.current || keyPlace === undefined) return;
    asked.current = wish.asked;
    scrub(keyPlace);
  });
  const phase = good ? phaseAt(good, place) : null;
  useEffect(() => {
    if (phase) onPhase(phase);
  }, [phase, onPhase]);

  const near = change?.side ?? 'right';
  const home = azimuthOf(seenFrom, document.laterality === 'both' ? near : 'right');
  const [turned, setTurned] = useState<{ readonly from: Azimuth; readonly by: number } | null>(null);
  const azimuth = turned && turned.from === home ? home + turned.by : home;

  if (!document.figure) return null;
  if (problem) {
    return (
      <div role="alert" className="bg-base-200 self-start rounded-2xl px-4 py-3">
        <p className="font-bold">The figure can’t be posed</p>
        <p>{upperFirst(problem)}. The words beside it hold all the same.</p>
      </div>
    );
  }
  if (!good || !frame || !otherFrame || !phase)
    return <div role="img" className="bg-base-200 min-h-96 rounded-2xl" aria-label="The figure is being posed" />;
  const posture = postureAt(good, place);
  const layers: Layer[] =
    faulty && change
      ? [
          { rep: good, posture, isFaint: true },
          { rep: faulty, posture: postureAt(faulty, place) },
        ]
      : [{ rep: good, posture }];
  const key = good.keys.find((each) => each.phase === phase)!;
  const marksFor = (view: View, from: Azimuth): Mark[] =>
    movement.checkpoints
      .filter((check) => check.phase === phase && check.view === view)
      .flatMap((check) => markOf(check, good, posture, from) ?? []);
  const arrow =
    faulty && change?.change.mark !== undefined
      ? faultArrow({ rep: good, posture }, { rep: faulty, posture: postureAt(faulty, place) }, change.change.mark, azimuth)
      : null;
  const words = `${document.name}, ${phase}: ${describePose(faulty ?? good, faulty ? postureAt(faulty, key.at) : key.posture, key.contacts)}`;

  return (
    <section aria-label="Figure" className="bg-base-200 flex flex-col self-start rounded-2xl px-4 py-3 lg:sticky lg:top-3">
      <div className="flex min-h-8 items-baseline justify-between gap-3">
        <span className="font-bold first-letter:uppercase">{nameOfAzimuth(azimuth)}</span>
        {turned && turned.by !== 0 ? (
          <button type="button" className="link text-sm" onClick={() => setTurned(null)}>
            turn back
          </button>
        ) : (
          <span className="text-quiet text-sm">drag to turn</span>
        )}
      </div>
      <Turnable azimuth={azimuth} label={words} onTurn={(next) => setTurned({ from: home, by: snapped(next) - home })}>
        <FigureSvg
          className="max-h-72 w-full"
          azimuth={azimuth}
          frame={frame(azimuth)}
          layers={layers}
          marks={fault ? [] : marksFor(seenFrom, azimuth)}
          arrow={arrow && fault ? { ...arrow, isRisk: fault.severity === 'risk' } : null}
        />
      </Turnable>
      {fault ? (
        <FaultCaption
          fault={fault}
          problem={change ? faultProblem : 'nobody has said how it looks'}
          strength={strength}
          onStrength={setStrength}
          onNone={onNoFault}
        />
      ) : (
        <div className="border-base-300 mt-2 grid grid-cols-[minmax(0,7fr)_minmax(0,6fr)] items-center gap-3 border-t pt-2">
          <FigureSvg
            className="max-h-40 w-full"
            azimuth={otherAzimuth}
            frame={otherFrame}
            isSmall
            layers={layers}
            marks={marksFor(other, otherAzimuth)}
          />
          <div className="text-sm leading-snug">
            <p className="font-bold first-letter:uppercase">{VIEW_WORDS[other]}</p>
            {movement.checkpoints
              .filter((check) => check.phase === phase && check.view === other)
              .map((check) => (
                <p key={check.id} className="text-quiet">
                  {check.look}
                </p>
              ))}
          </div>
        </div>
      )}
      <div className="mt-2 flex items-center gap-2">
        <button
          type="button"
          className="btn btn-square size-11"
          aria-label={playback.isPlaying ? 'Pause' : 'Play'}
          onClick={playback.isPlaying ? playback.pause : playback.play}
        >
          {playback.isPlaying ? <Pause size={20} /> : <Play size={20} />}
        </button>
        <button type="button" className="btn btn-ghost min-h-11 px-2 font-normal" onClick={playback.playOnce}>
          one rep
        </button>
        <button
          type="button"
          aria-pressed={playback.isSlow}
          className="btn btn-ghost min-h-11 px-2 font-normal"
          onClick={playback.toggleSlow}
        >
          <span className={clsx(playback.isSlow && 'tail font-bold')}>half speed</span>
        </button>
      </div>
      <label className="flex min-h-11 items-center">
        <span className="sr-only">Along the rep</span>
        <input
          type="range"
          className="range range-xs w-full"
          min={0}
          max={1000}
          value={Math.round(place * 1000)}
          aria-valuetext={phase}
          onChange={(event) => scrub(Number(event.target.value) / 1000)}
        />
      </label>
    </section>
  );
}

/**
 * A frame for every side: always of one size, so that the figure keeps its scale when it turns, and always with the
 * figure's middle in its middle.
 */
function useStageFrame(good: Rep | null, faulty: Rep | null): ((azimuth: Azimuth) => Frame) | null {
  return useMemo(() => {
    if (!good) return null;
    const reps = faulty ? [good, faulty] : [good];
    const around = (azimuth: Azimuth) => reps.map((rep) => frameOf(rep, azimuth)).reduce(joinFrames);
    const [side, front] = [around(AZIMUTHS.right), around(AZIMUTHS.front)];
    const middle: Vec3 = [(side.left + side.right) / 2, (front.left + front.right) / 2, 0];
    const half = Math.max(side.right - side.left, front.right - front.left) / 2;
    return (azimuth) => {
      const [x] = projected(cameraAt(azimuth), middle);
      return { ...side, left: x - half, right: x + half };
    };
  }, [good, faulty]);
}

interface FaultCaptionProps {
  readonly fault: ResolvedFault;
  readonly problem: string | null;
  readonly strength: FaultStrength;
  readonly onStrength: (strength: FaultStrength) => void;
  readonly onNone: () => void;
}

function FaultCaption({ fault, problem, strength, onStrength, onNone }: FaultCaptionProps) {
  return (
    <div className="border-base-300 mt-2 border-t pt-2" role="status">
      <div className="flex items-start justify-between gap-2">
        <p className="leading-snug">
          <SeverityDrop severity={fault.severity} /> <b>{fault.name}</b>{' '}
          <span className="text-quiet text-sm">{fault.views.map(fromText).join(' or ')}</span>
        </p>
        <button
          type="button"
          className="btn btn-ghost btn-square size-11"
          aria-label="Show it without the fault"
          onClick={onNone}
        >
          <X size={18} />
        </button>
      </div>
      <p className="text-sm leading-snug">{fault.seen}</p>
      {problem && <p className="text-sm leading-snug">Not on the figure: {problem}.</p>}
      <div className="flex flex-wrap gap-x-3" role="group" aria-label="How plainly">
        {STRENGTHS.map((each) => (
          <button
            key={each}
            type="button"
            aria-pressed={each === strength}
            className="min-h-11 cursor-pointer"
            onClick={() => onStrength(each)}
          >
            <span className={clsx(each === strength ? 'tail font-bold' : 'text-quiet')}>{each}</span>
          </button>
        ))}
      </div>
    </div>
  );
}

/** A named side is snapped to when it is nearly reached. */
const SNAP_DEG = 9;
const NAMED: readonly (readonly [Azimuth, string])[] = [
  [0, 'front'],
  [90, 'side, from the left'],
  [180, 'behind'],
  [-90, 'side'],
];

function wrapped(azimuth: Azimuth): Azimuth {
  return ((((azimuth + 180) % 360) + 360) % 360) - 180;
}

function snapped(azimuth: Azimuth): Azimuth {
  const near = NAMED.find(([named]) => Math.abs(wrapped(azimuth - named)) < SNAP_DEG);
  return near ? azimuth - wrapped(azimuth - near[0]) : azimuth;
}

function nameOfAzimuth(azimuth: Azimuth): string {
  return NAMED.find(([named]) => Math.abs(wrapped(azimuth - named)) < 0.5)?.[1] ?? 'turned';
}

const DEG_PER_PIXEL = 0.7;
const KEY_DEG = 15;

interface TurnableProps {
  readonly azimuth: Azimuth;
  readonly label: string;
  readonly onTurn: (azimuth: Azimuth) => void;
  readonly children: React.ReactNode;
}

/** Turned by dragging sideways, or with the arrow keys. */
function Turnable({ azimuth, label, onTurn, children }: TurnableProps) {
  const from = useRef<{ readonly x: number; readonly azimuth: Azimuth } | null>(null);
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={-180}
      aria-valuemax={180}
      aria-valuenow={Math.round(wrapped(azimuth))}
      aria-valuetext={`seen from: ${nameOfAzimuth(azimuth)}`}
      className="cursor-grab touch-pan-y rounded-xl active:cursor-grabbing"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { x: event.clientX, azimuth };
      }}
      onPointerMove={(event) => {
        if (from.current) onTurn(from.current.azimuth - (event.clientX - from.current.x) * DEG_PER_PIXEL);
      }}
      onPointerUp={() => (from.current = null)}
      onPointerCancel={() => (from.current = null)}
      onKeyDown={(event) => {
        const by = event.key === 'ArrowLeft' ? KEY_DEG : event.key === 'ArrowRight' ? -KEY_DEG : 0;
        if (by === 0) return;
        event.preventDefault();
        // A snap must not hold somebody who goes in steps.
        onTurn(azimuth + by);
      }}
    >
      {children}
    </div>
  );
}
