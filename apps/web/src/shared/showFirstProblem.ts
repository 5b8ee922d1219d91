/** After what was wrong has been drawn: the first field that it stands at comes into view with its label, and is typed into. */
export function showFirstProblem(form: HTMLElement): void {
  // Once for the marks to be drawn, once for what was folded to open.
  requestAnimationFrame(() =>
    requestAnimationFrame(() => {
      const field = form.querySelector<HTMLElement>('[aria-invalid="true"]');
      field?.focus({ preventScroll: true });
      // The label stands over it, and the bar with the button under it.
      field?.scrollIntoView({ block: 'center' });
    }),
  );
}
