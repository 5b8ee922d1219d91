/** Times that are dragged to come out even. */
const SNAP_MINUTES = 15;

/** The minute of the day at which a visit starts that was dragged by a share of a stave; it ends on the same day. */
export function draggedStart(
  { startMinute, minutes }: { readonly startMinute: number; readonly minutes: number },
  share: number,
  staveMinutes: number,
): number {
  const by = Math.round((share * staveMinutes) / SNAP_MINUTES) * SNAP_MINUTES;
  // Straight up or down changes the day alone: 9:10 stays 9:10.
  if (by === 0) return startMinute;
  const latest = Math.floor((24 * 60 - minutes) / SNAP_MINUTES) * SNAP_MINUTES;
  return Math.min(latest, Math.max(0, Math.round((startMinute + by) / SNAP_MINUTES) * SNAP_MINUTES));
}
