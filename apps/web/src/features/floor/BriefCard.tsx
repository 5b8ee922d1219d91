import { lowerFirst } from '@waxwing/core/movement';
import { feltPlaces, viewToTake, type BriefIndex, type LaneSituation, type Levels } from '@waxwing/core/session';
import { memo } from 'react';
import { MovingFigure } from '../../shared/figure/MovingFigure.tsx';
import { fromText } from '../../shared/viewWords.ts';
import { cuesToBrief } from './cuesToBrief.ts';
import { workingSideOf } from './workingSide.ts';

interface BriefCardProps {
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly levels: Levels;
}

/** Before somebody does what is new to them, or long ago: shown from the front and the side, two cues, where to feel it, and what is at hand. */
export const BriefCard = memo(function BriefCard({ index, situation, levels }: BriefCardProps) {
  const { movement, drawn } = situation;
  const cues = cuesToBrief(index, situation);
  const felt = feltPlaces(index, situation).filter(({ right }) => right);
  const view = viewToTake(movement);
  const [easier] = levels.easier.filter(({ kind }) => kind === 'movement');
  const [harder] = levels.harder.filter(({ kind }) => kind === 'movement');
  const side = workingSideOf(situation);
  return (
    <section
      aria-label="Cues"
      className="bg-panel flex flex-1 flex-wrap items-center gap-x-6 gap-y-3 rounded-2xl px-5 py-4 md:px-8"
    >
      <div className="min-w-56 flex-1">
        <p className="text-quiet">New to them, or long ago: show it first</p>
        {cues.map(({ cueId, text }) => (
          <p key={cueId} className="heading mt-2 text-3xl leading-tight text-balance">
            {text}
          </p>
        ))}
        <dl className="mt-4 grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-lg leading-tight">
          {felt.length > 0 && <Fact name="Felt in">{felt.map(({ name }) => lowerFirst(name)).join(', ')}</Fact>}
          {view && <Fact name="Stand">{fromText(view)}</Fact>}
          {easier && <Fact name="Easier">{lowerFirst(easier.text)}</Fact>}
          {harder && <Fact name="Harder">{lowerFirst(harder.text)}</Fact>}
        </dl>
      </div>
      <div className="flex h-56 gap-4">
        <MovingFigure document={drawn} lexicon={index.lexicon} side={side} view="front" className="h-full w-32" />
        <MovingFigure document={drawn} lexicon={index.lexicon} side={side} view="side" className="h-full w-44" />
      </div>
    </section>
  );
});

function Fact({ name, children }: { name: string; children: string }) {
  return (
    <>
      <dt className="text-quiet">{name}</dt>
      <dd>{children}</dd>
    </>
  );
}
