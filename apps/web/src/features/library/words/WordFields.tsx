import { AUDIENCE_WORDS } from '@waxwing/core/coaching';
import {
  AUDIENCES,
  CUE_KINDS,
  CUE_MAX_WORDS,
  PATTERNS,
  REGIONS,
  isCallable,
  type BasePose,
  type CautionEntry,
  type FamilyEntry,
  type FaultType,
  type KitEntry,
  type Muscle,
  type Region,
  type SharedCue,
  type Word,
} from '@waxwing/core/movement';
import type { IndexedLibrary } from '../../../shared/queries.ts';
import { BasePosePicture } from '../BasePosePicture.tsx';
import { AddByTyping } from '../changing/AddByTyping.tsx';
import { Chips } from '../changing/Chips.tsx';
import { KIND_WORDS } from '../changing/cueWords.ts';
import { Taken } from '../changing/Taken.tsx';
import { TakenList } from '../changing/TakenList.tsx';
import { EditableText } from '../changing/EditableText.tsx';
import { causeText, causesFound, movementsFound, wordsFound } from '../changing/editor.ts';
import { patternText } from '../patternText.ts';
import { NAME_MOST, type KeptList, type WordOf } from './wordLists.ts';

interface FieldsProps<Entry extends Word> {
  readonly word: Entry;
  readonly library: IndexedLibrary;
  readonly onChange: (word: Entry) => void;
}

/** What a word of a list says, each changed where it stands. */
export function WordFields({ list, ...props }: FieldsProps<Word> & { readonly list: KeptList }) {
  const { word, onChange } = props;
  return (
    <>
      <OwnFields list={list} {...props} />
      {/* A cue is found by its text, a pose by its picture. */}
      {list !== 'cues' && list !== 'basePoses' && (
        <OtherNames
          names={(word as { otherNames?: string[] }).otherNames}
          onChange={(otherNames) => onChange({ ...word, otherNames })}
        />
      )}
    </>
  );
}

function OwnFields({ list, ...props }: FieldsProps<Word> & { readonly list: KeptList }) {
  switch (list) {
    case 'faultTypes':
      return <FaultTypeFields {...of<'faultTypes'>(props)} />;
    case 'cues':
      return <CueFields {...of<'cues'>(props)} />;
    case 'kit':
      return <KitFields {...of<'kit'>(props)} />;
    case 'cautions':
      return <CautionFields {...of<'cautions'>(props)} />;
    case 'families':
      return <FamilyFields {...of<'families'>(props)} />;
    case 'muscles':
      return <MuscleFields {...of<'muscles'>(props)} />;
    case 'basePoses':
      return <BasePoseFields {...of<'basePoses'>(props)} />;
  }
}

/** Which list a word is of is known by who shows it. */
function of<List extends KeptList>(props: FieldsProps<Word>): FieldsProps<WordOf[List]> {
  return props as unknown as FieldsProps<WordOf[List]>;
}

interface NameProps {
  readonly label?: string;
  readonly value: string;
  readonly most: number;
  readonly problem?: string | null;
  readonly onChange: (value: string) => void;
}

function Name({ label = 'Name', value, most, problem, onChange }: NameProps) {
  return (
    <EditableText
      label={label}
      value={value}
      most={most}
      className="heading text-2xl"
      problem={value.trim().length < 2 ? 'Two letters at least.' : problem}
      onChange={onChange}
    />
  );
}

/** How else it is said: the search knows these. */
function OtherNames({ names = [], onChange }: OtherNamesProps) {
  return (
    <div className="flex flex-wrap items-center gap-x-2">
      <Taken
        label="Also called, which the search knows"
        lead="also called"
        options={names.map((value) => ({ value, text: value }))}
        onRemove={(name) => onChange(names.filter((each) => each !== name))}
      />
      {names.length < 30 && (
        <AddByTyping
          text="another name"
          label="Another name"
          placeholder="how else it is said"
          most={60}
          problemOf={(typed) => (typed.length < 2 ? 'Two letters at least.' : null)}
          onNew={(typed) => typed.length >= 2 && onChange([...new Set([...names, typed])])}
        />
      )}
    </div>
  );
}

interface OtherNamesProps {
  readonly names?: string[] | undefined;
  readonly onChange: (names: string[]) => void;
}

const regions = REGIONS.map((value) => ({ value, text: value }));

function RegionChips({ region, onChange }: { readonly region: Region; readonly onChange: (region: Region) => void }) {
  return <Chips label="Where in the body it is" lead="of the" options={regions} chosen={[region]} onToggle={onChange} />;
}

function FaultTypeFields({ word, library, onChange }: FieldsProps<FaultType>) {
  const { lexicon } = library;
  const { causes, drills = [] } = word;
  return (
    <>
      <Name value={word.name} most={NAME_MOST.faultTypes} onChange={(name) => onChange({ ...word, name })} />
      <RegionChips region={word.region} onChange={(region) => onChange({ ...word, region })} />
      <TakenList
        label="Why it usually happens"
        lead="usually because"
        values={causes}
        most={8}
        textOf={(cause) => causeText(cause, lexicon)}
        add={{
          text: 'a cause',
          label: 'A cause of it',
          placeholder: 'weak glutes, stiff ankles …',
          find: (typed) => causesFound(lexicon, typed, causes),
        }}
        onChange={(next) => onChange({ ...word, causes: next })}
      />
      <TakenList
        label="Movements that teach it"
        lead="learned by"
        values={drills}
        most={6}
        textOf={(id) => library.nameOf(id)}
        add={{
          text: 'a movement that teaches it',
          label: 'A movement that teaches what was not understood',
          placeholder: 'wall-tap hinge …',
          find: (typed) => movementsFound(library, typed, drills),
        }}
        onChange={(next) => onChange({ ...word, drills: next })}
      />
    </>
  );
}

function CueFields({ word, library, onChange }: FieldsProps<SharedCue>) {
  const { lexicon } = library;
  const without = <Field extends 'audience' | 'explain'>(field: Field): SharedCue => {
    const { [field]: _, ...rest } = word;
    return rest as SharedCue;
  };
  return (
    <>
      <Name
        label="Text"
        value={word.text}
        most={NAME_MOST.cues}
        problem={isCallable(word.text) ? null : `Longer than ${CUE_MAX_WORDS} words: too long to call across a room.`}
        onChange={(text) => onChange({ ...word, text })}
      />
      <EditableText
        label="The longer word, for anyone who doesn’t get it"
        value={word.explain ?? ''}
        most={240}
        empty="a longer word, for anyone who doesn’t get it"
        onChange={(explain) => onChange(explain ? { ...word, explain } : without('explain'))}
      />
      <Chips
        label="What kind of cue it is"
        lead="as"
        options={CUE_KINDS.map((value) => ({ value, text: KIND_WORDS[value] }))}
        chosen={[word.kind]}
        onToggle={(kind) => onChange({ ...word, kind })}
      />
      <Chips
        label="To whom"
        lead="said"
        options={AUDIENCES.map((value) => ({ value, text: AUDIENCE_WORDS[value] }))}
        chosen={word.audience ? [word.audience] : []}
        onToggle={(audience, isChosen) => onChange(isChosen ? { ...word, audience } : without('audience'))}
      />
      <TakenList
        label="What it is for"
        lead="for"
        values={word.for}
        most={12}
        textOf={(type) => lexicon.faultTypes.get(type)?.name ?? type}
        add={{
          text: 'a kind of fault',
          label: 'A kind of fault that it is for',
          placeholder: 'knee drops in, heels lift …',
          find: (typed) => wordsFound(lexicon.faultTypes.values(), typed, new Set(word.for)),
        }}
        onChange={(next) => onChange({ ...word, for: next })}
      />
    </>
  );
}

const KIT_FACTS = [
  { value: 'weighs', text: 'is a load' },
  { value: 'everywhere', text: 'is found anywhere' },
  { value: 'exclusive', text: 'serves one person at a time' },
] as const;

function KitFields({ word, onChange }: FieldsProps<KitEntry>) {
  return (
    <>
      <Name value={word.name} most={NAME_MOST.kit} onChange={(name) => onChange({ ...word, name })} />
      <Chips
        label="What kind of thing it is"
        options={KIT_FACTS}
        chosen={KIT_FACTS.map(({ value }) => value).filter((value) => word[value])}
        onToggle={(fact, isSo) => {
          const { [fact]: _, ...rest } = word;
          onChange(isSo ? { ...rest, [fact]: true } : rest);
        }}
      />
    </>
  );
}

function CautionFields({ word, onChange }: FieldsProps<CautionEntry>) {
  return (
    <>
      <Name value={word.name} most={NAME_MOST.cautions} onChange={(name) => onChange({ ...word, name })} />
      <EditableText
        label="What it limits, whatever the movement"
        value={word.general}
        most={300}
        problem={word.general.trim().length < 8 ? 'Eight letters at least.' : null}
        onChange={(general) => onChange({ ...word, general })}
      />
      <Chips
        label="Where a fault is dangerous for it"
        lead="a fault is a risk at the"
        options={regions}
        chosen={word.regions}
        onToggle={(region, isSo) =>
          onChange({
            ...word,
            regions: isSo ? [...word.regions, region].slice(-4) : word.regions.filter((each) => each !== region),
          })
        }
      />
      <p className="text-quiet px-1 text-sm">
        A caution says what to limit and what to do instead. It diagnoses nothing: a clinician’s word comes first.
      </p>
    </>
  );
}

function FamilyFields({ word, onChange }: FieldsProps<FamilyEntry>) {
  const { patterns = [] } = word;
  return (
    <>
      <Name value={word.name} most={NAME_MOST.families} onChange={(name) => onChange({ ...word, name })} />
      <Chips
        label="Patterns of its movements; none: any"
        lead="of the patterns"
        options={PATTERNS.map((value) => ({ value, text: patternText(value) }))}
        chosen={patterns}
        onToggle={(pattern, isSo) => {
          const next = isSo ? [...patterns, pattern] : patterns.filter((each) => each !== pattern);
          const { patterns: _, ...rest } = word;
          onChange(next.length > 0 ? { ...rest, patterns: next } : rest);
        }}
      />
    </>
  );
}

function MuscleFields({ word, onChange }: FieldsProps<Muscle>) {
  return (
    <>
      <Name value={word.name} most={NAME_MOST.muscles} onChange={(name) => onChange({ ...word, name })} />
      <RegionChips region={word.region} onChange={(region) => onChange({ ...word, region })} />
    </>
  );
}

function BasePoseFields({ word, library, onChange }: FieldsProps<BasePose>) {
  return (
    <>
      <Name
        label="How it is said"
        value={word.words}
        most={NAME_MOST.basePoses}
        onChange={(words) => onChange({ ...word, words })}
      />
      <p className="text-quiet px-1">{word.position.replace('-', ' ')}</p>
      <BasePosePicture pose={word} lexicon={library.lexicon} className="h-56 w-full max-w-80" />
      <p className="text-quiet px-1 text-sm">Movements are posed from it: “Pose”, while a movement is changed.</p>
    </>
  );
}
