/** What has to be typed to delete somebody: their name without the blanks round it; an old record may have none. */
export function nameToType(name: string): string {
  return name.trim() || 'no name';
}
