import { useId, type ComponentProps, type ReactNode } from 'react';

interface FieldProps extends Omit<ComponentProps<'input'>, 'id'> {
  readonly label: string;
  /** Why the server, or we, say no. What was typed stays. */
  readonly problem?: string | undefined;
  readonly hint?: ReactNode;
  /** Width as a class of the whole field. */
  readonly wide?: string;
}

/** A field with its name over it and what is wrong with it under it. */
export function Field({ label, problem, hint, wide = 'w-full', className = '', ...input }: FieldProps) {
  const id = useId();
  return (
    <div className={wide}>
      <label htmlFor={id} className="text-quiet block text-sm">
        {label}
      </label>
      <input
        id={id}
        className={`input bg-panel min-h-11 w-full text-lg ${className}`}
        aria-invalid={problem !== undefined}
        aria-describedby={problem ? `${id}-problem` : hint ? `${id}-hint` : undefined}
        {...input}
      />
      <Notes id={id} problem={problem} hint={hint} />
    </div>
  );
}

interface AreaProps extends Omit<ComponentProps<'textarea'>, 'id'> {
  readonly label: string;
  readonly problem?: string | undefined;
  readonly hint?: ReactNode;
}

export function Area({ label, problem, hint, ...area }: AreaProps) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="text-quiet block text-sm">
        {label}
      </label>
      <textarea
        id={id}
        className="textarea bg-panel min-h-20 w-full text-lg"
        aria-invalid={problem !== undefined}
        aria-describedby={problem ? `${id}-problem` : hint ? `${id}-hint` : undefined}
        {...area}
      />
      <Notes id={id} problem={problem} hint={hint} />
    </div>
  );
}

interface PickProps extends Omit<ComponentProps<'select'>, 'id'> {
  readonly label: string;
  readonly problem?: string | undefined;
  readonly wide?: string;
  readonly options: readonly { readonly value: string; readonly text: string }[];
}

/** One of several, under its name. */
export function Pick({ label, problem, wide = 'w-full', options, ...select }: PickProps) {
  const id = useId();
  return (
    <div className={wide}>
      <label htmlFor={id} className="text-quiet block text-sm">
        {label}
      </label>
      <select
        id={id}
        className="select bg-panel min-h-11 w-full text-lg"
        aria-invalid={problem !== undefined}
        aria-describedby={problem ? `${id}-problem` : undefined}
        {...select}
      >
        {options.map(({ value, text }) => (
          <option key={value} value={value}>
            {text}
          </option>
        ))}
      </select>
      <Notes id={id} problem={problem} />
    </div>
  );
}

function Notes({ id, problem, hint }: { id: string; problem: string | undefined; hint?: ReactNode }) {
  if (problem) {
    return (
      <p id={`${id}-problem`} role="alert" className="text-sm font-bold">
        {problem}
      </p>
    );
  }
  return hint ? (
    <p id={`${id}-hint`} className="text-quiet text-sm">
      {hint}
    </p>
  ) : null;
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
