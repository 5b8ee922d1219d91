import { upperFirst } from '@waxwing/core/movement';
import { Trash2 } from 'lucide-react';
import { AddByTyping } from './AddByTyping.tsx';
import { EditableText } from './EditableText.tsx';

export function Remove({ what, onRemove }: { readonly what: string; readonly onRemove: () => void }) {
  return (
    <button
      type="button"
      className="btn btn-ghost btn-square min-h-11 shrink-0"
      aria-label={`Take out ${what}`}
      onClick={onRemove}
    >
      <Trash2 aria-hidden="true" size={16} />
    </button>
  );
}

interface TextLinesProps {
  /** Of one; they are told apart by number. */
  readonly label: string;
  readonly texts: readonly string[];
  /** Letters of one. */
  readonly least: number;
  readonly most: number;
  readonly mostLines: number;
  /** On the button. */
  readonly add: string;
  readonly placeholder: string;
  readonly onChange: (texts: string[]) => void;
}

/** Texts under one another, each changed where it stands. */
export function TextLines({ label, texts, least, most, mostLines, add, placeholder, onChange }: TextLinesProps) {
  const tooShort = (text: string) => (text.trim().length < least ? `${least} letters at least, or take it out.` : null);
  return (
    <>
      <ol>
        {texts.map((text, at) => (
          <li key={at} className="flex items-center">
            <EditableText
              label={`${label} ${at + 1}`}
              value={text}
              most={most}
              problem={tooShort(text)}
              onChange={(next) => onChange(texts.map((each, i) => (i === at ? next : each)))}
            />
            <Remove what={`“${text}”`} onRemove={() => onChange(texts.filter((_, i) => i !== at))} />
          </li>
        ))}
      </ol>
      {texts.length < mostLines && (
        <AddByTyping
          text={add}
          label={upperFirst(add)}
          placeholder={placeholder}
          most={most}
          onNew={(text) => onChange([...texts, text])}
          problemOf={tooShort}
        />
      )}
    </>
  );
}
