import { differenceText, type Choice, type Conflict, type MovementDocument } from '@waxwing/core/movement';
import type { IndexedLibrary } from '../../shared/queries.ts';

export const conflictKey = ({ path }: Conflict) => path.join('/');

/** The documents that met: what both were made from, and the two. */
interface Sides {
  readonly before: MovementDocument;
  readonly mine: MovementDocument;
  readonly theirs: MovementDocument;
}

interface ChoosingProps {
  readonly conflict: Conflict;
  readonly sides: Sides;
  readonly library: IndexedLibrary;
  /** What stands over each side. */
  readonly titles?: { readonly mine: string; readonly theirs: string };
  readonly legend?: string;
  readonly chosen: Choice | undefined;
  readonly onChoose: (choice: Choice) => void;
}

/** The same thing as two made it, side by side. */
export function Choosing(props: ChoosingProps) {
  const { conflict, sides, library, titles = { mine: 'Yours', theirs: 'Theirs' }, chosen, onChoose } = props;
  const { legend = 'Both of you changed this: which holds?' } = props;
  return (
    <fieldset className="border-base-300 mt-2 grid gap-x-4 border-t pt-2 md:grid-cols-2">
      <legend className="font-bold">{legend}</legend>
      {(['mine', 'theirs'] as const).map((choice) => (
        <label key={choice} className="flex min-h-11 cursor-pointer items-start gap-3 py-1">
          <input
            type="radio"
            className="radio mt-1"
            name={`${sides.before.id} ${conflictKey(conflict)}`}
            checked={chosen === choice}
            onChange={() => onChoose(choice)}
          />
          <span>
            <b>{titles[choice]}</b>
            {conflict[choice].map((each) => {
              const text = differenceText(each, { before: sides.before, after: sides[choice] }, library);
              return (
                <span key={text} className="block leading-snug">
                  {text}
                </span>
              );
            })}
          </span>
        </label>
      ))}
    </fieldset>
  );
}
