import { useId, type ComponentProps, type ReactNode } from 'react';

interface Labelled {
  readonly label: string;
  /** Why the server, or we, say no. What was typed stays. */
  readonly problem?: string | undefined;
  readonly hint?: ReactNode;
  /** Width as a class of the whole field. */
  readonly wide?: string;
}

/** What ties a control to its label and to what is said under it. */
interface Ties {
  readonly id: string;
  readonly 'aria-invalid': boolean;
  readonly 'aria-describedby': string | undefined;
}

/** A control with its name over it and what is wrong with it under it. */
function Frame({ label, problem, hint, wide = 'w-full', children }: Labelled & { readonly children: (ties: Ties) => ReactNode }) {
  const id = useId();
  const noteId = `${id}-note`;
  return (
    <div className={wide}>
      <label htmlFor={id} className="text-quiet block text-sm">
        {label}
      </label>
      {children({ id, 'aria-invalid': problem !== undefined, 'aria-describedby': problem || hint ? noteId : undefined })}
      {problem ? (
        <p id={noteId} role="alert" className="text-sm font-bold">
          {problem}
        </p>
      ) : (
        hint && (
          <p id={noteId} className="text-quiet text-sm">
            {hint}
          </p>
        )
      )}
    </div>
  );
}

type FieldProps = Labelled & Omit<ComponentProps<'input'>, 'id'>;

export function Field({ label, problem, hint, wide, className = '', ...input }: FieldProps) {
  return (
    <Frame {...{ label, problem, hint }} {...(wide && { wide })}>
      {(ties) => <input {...ties} className={`input bg-panel min-h-11 w-full text-lg ${className}`} {...input} />}
    </Frame>
  );
}

type AreaProps = Labelled & Omit<ComponentProps<'textarea'>, 'id'>;

export function Area({ label, problem, hint, ...area }: AreaProps) {
  return (
    <Frame {...{ label, problem, hint }}>
      {(ties) => <textarea {...ties} className="textarea bg-panel min-h-20 w-full text-lg" {...area} />}
    </Frame>
  );
}

interface PickProps extends Labelled, Omit<ComponentProps<'select'>, 'id'> {
  readonly options: readonly { readonly value: string; readonly text: string }[];
}

/** One of several, under its name. */
export function Pick({ label, problem, hint, wide, options, ...select }: PickProps) {
  return (
    <Frame {...{ label, problem, hint }} {...(wide && { wide })}>
      {(ties) => (
        <select {...ties} className="select bg-panel min-h-11 w-full text-lg" {...select}>
          {options.map(({ value, text }) => (
            <option key={value} value={value}>
              {text}
            </option>
          ))}
        </select>
      )}
    </Frame>
  );
}

interface TickProps extends Omit<ComponentProps<'input'>, 'type'> {
  readonly children: ReactNode;
}

/** Something that is so or not. */
export function Tick({ children, ...input }: TickProps) {
  return (
    <label className="flex min-h-11 cursor-pointer items-center gap-3">
      <input type="checkbox" className="checkbox" {...input} />
      <span>{children}</span>
    </label>
  );
}
