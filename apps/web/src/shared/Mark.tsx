/** Our bird. */
export function Mark({ size = 40 }: { size?: number }) {
  return <img src="/mark.svg" width={size} height={size} alt="" />;
}
