import { Dialog } from '../../shared/Dialog.tsx';
import type { KeyBinding } from './useKeys.ts';

export function KeyHelp({ bindings, onClose }: { bindings: readonly KeyBinding[]; onClose: () => void }) {
  return (
    <Dialog title="Keys" onClose={onClose}>
      <dl className="mt-3 grid gap-x-8 sm:grid-cols-2">
        {bindings.map((binding) => (
          <div key={binding.shown} className="grid grid-cols-[4rem_1fr] py-1">
            <dt>
              <kbd className="kbd">{binding.shown}</kbd>
            </dt>
            <dd>{binding.what}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
