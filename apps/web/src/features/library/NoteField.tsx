interface NoteFieldProps {
  readonly value: string;
  readonly label?: string;
  readonly onChange: (value: string) => void;
}

/** A word to who reads it: why something is suggested, or what is answered. */
export function NoteField({ value, label = 'Why, in a sentence (if you like)', onChange }: NoteFieldProps) {
  return (
    <label className="mt-2 grid max-w-2xl gap-1">
      <span className="text-quiet">{label}</span>
      <textarea
        className="textarea bg-panel field-sizing-content min-h-11 w-full resize-none text-base"
        rows={1}
        maxLength={500}
        value={value}
        onChange={({ target }) => onChange(target.value)}
      />
    </label>
  );
}
