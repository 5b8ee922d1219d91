import { lowerFirst, withFields, type ChangeTerms, type Lever, type Lexicon, type LoadChange } from '@waxwing/core/movement';
import { Choice } from '../../../shared/Choice.tsx';
import { AddByTyping } from './AddByTyping.tsx';
import { EditableNumber } from './EditableNumber.tsx';
import { wordsFound } from './editor.ts';
import { Taken } from './Taken.tsx';

/** How a change of load is made; when nothing is said, by a lighter weight of the room. */
const LOAD_WORDS: readonly { readonly value: LoadChange; readonly text: string }[] = [
  { value: 'none', text: 'with empty hands' },
  { value: 'as-said', text: 'as the words say' },
];

interface TermsFieldsProps<Terms extends ChangeTerms> {
  /** What is changed, to who doesn’t see where this stands. */
  readonly what: string;
  readonly terms: Terms;
  readonly lever: Lever | undefined;
  readonly lexicon: Lexicon;
  readonly onChange: (terms: Terms) => void;
}

/** What has to be there for a change, and what it comes to: so that nothing is offered that can’t be done. */
export function TermsFields<Terms extends ChangeTerms>({ what, terms, lever, lexicon, onChange }: TermsFieldsProps<Terms>) {
  const set = (part: { readonly [Field in keyof ChangeTerms]?: ChangeTerms[Field] | undefined }) =>
    onChange(withFields<ChangeTerms>(terms, part) as Terms);
  const { needs = [] } = terms;
  const name = (id: string) => lowerFirst(lexicon.kit.get(id)?.name ?? id);
  return (
    <span className="flex flex-wrap items-center gap-x-2">
      {lever === 'load' && (
        <Choice
          isQuiet
          label={`How the load of “${what}” is changed`}
          none="a lighter one of the room"
          value={terms.load ?? null}
          options={LOAD_WORDS}
          onChoose={(load) => set({ load: (load || undefined) as LoadChange | undefined })}
        />
      )}
      {lever === 'tempo' && (
        <EditableNumber
          label="down in"
          unit="s"
          value={terms.lowerSeconds}
          least={1}
          most={20}
          mayBeEmpty
          onChange={(lowerSeconds) => set({ lowerSeconds })}
        />
      )}
      {needs.length > 0 && (
        <Taken
          label={`What “${what}” needs`}
          lead="needs"
          options={needs.map((value) => ({ value, text: name(value) }))}
          onRemove={(id) => {
            const left = needs.filter((each) => each !== id);
            set({ needs: left.length > 0 ? left : undefined });
          }}
        />
      )}
      {needs.length < 4 && (
        <AddByTyping
          text="kit it needs"
          where={`for “${what}”`}
          label={`What “${what}” needs beyond the movement’s own kit`}
          placeholder="a wall, a bench …"
          find={(typed) => wordsFound(lexicon.kit.values(), typed, new Set(needs))}
          onTake={(id) => set({ needs: [...needs, id] })}
        />
      )}
    </span>
  );
}
