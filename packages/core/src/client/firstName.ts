/** What a person is called on a button and in a sentence. */
export function firstName(name: string): string {
  return name.split(' ')[0] ?? name;
}
