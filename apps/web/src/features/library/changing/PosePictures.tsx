import { HELD_THINGS, withFields, type FigureDocument, type HeldThing, type MovementDocument } from '@waxwing/core/movement';
import clsx from 'clsx';
import { useMemo, useState, type ReactNode } from 'react';
import { PhaseStill, tellingPhase } from '../../../shared/figure/PhaseStill.tsx';
import { BasePosePicture } from '../BasePosePicture.tsx';
import type { Editor } from './editor.ts';

/** What is there now; opened, pictures of what could be. */
export function Pictures({ summary, children }: { readonly summary: string; readonly children: ReactNode }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <details open={isOpen} onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer py-2 text-sm">{summary}</summary>
      {/* Dozens are posed only for who looks. */}
      {isOpen && children}
    </details>
  );
}

interface PictureProps {
  readonly text: string;
  readonly isChosen: boolean;
  readonly onTake: () => void;
  readonly children?: ReactNode;
}

function Picture({ text, isChosen, onTake, children }: PictureProps) {
  return (
    <li>
      <button
        type="button"
        aria-pressed={isChosen}
        className="hover:bg-base-100 grid h-full w-full cursor-pointer content-between justify-items-center rounded p-1 text-center text-sm leading-tight"
        onClick={onTake}
      >
        <span className="flex h-20 items-end justify-center">{children}</span>
        <span className={clsx(isChosen && 'tail font-bold')}>{text}</span>
      </button>
    </li>
  );
}

const LIST = 'my-1 grid max-h-96 grid-cols-2 gap-1 overflow-y-auto sm:grid-cols-4 lg:grid-cols-2';

interface BasePosesProps {
  readonly editor: Editor;
  readonly chosen: string | null;
  readonly onTake: (id: string) => void;
}

/** The poses by which movements begin. */
export function BasePoses({ editor: { lexicon }, chosen, onTake }: BasePosesProps) {
  return (
    <ul className={LIST} aria-label="Base poses">
      {[...lexicon.basePoses.values()].map((pose) => (
        <Picture key={pose.id} text={pose.words} isChosen={pose.id === chosen} onTake={() => onTake(pose.id)}>
          <BasePosePicture pose={pose} lexicon={lexicon} className="h-20 w-24" />
        </Picture>
      ))}
    </ul>
  );
}

interface HeldThingsProps {
  readonly document: MovementDocument;
  readonly figure: FigureDocument;
  readonly editor: Editor;
  readonly onTake: (thing: HeldThing | undefined) => void;
}

const USUAL_KG = 8;

/** What the hands hold, as it is read: "upturned kettlebell". */
export const heldText = (thing: HeldThing): string => thing.replaceAll('-', ' ');

/** The figure with each thing that it could hold. */
export function HeldThings({ document, figure, editor: { lexicon }, onTake }: HeldThingsProps) {
  const withThings = useMemo(
    () =>
      ([undefined, ...HELD_THINGS] as const).map((thing) => {
        const hold = thing && { kg: USUAL_KG, ...figure.hold, thing };
        return { thing, document: { ...document, figure: withFields(figure, { hold }) } };
      }),
    [document, figure],
  );
  return (
    <ul className={LIST} aria-label="What the hands hold">
      {withThings.map(({ thing, document: holding }) => (
        <Picture
          key={thing ?? 'nothing'}
          text={thing ? heldText(thing) : 'nothing'}
          isChosen={figure.hold?.thing === thing}
          onTake={() => onTake(thing)}
        >
          <PhaseStill document={holding} lexicon={lexicon} phase={tellingPhase(document)} className="h-20 w-24" />
        </Picture>
      ))}
    </ul>
  );
}
