/** Longer ones are cut at a word. */
const SLUG_LETTERS = 60;

/** Text as an id: "Köl’s squat" is `kols-squat`; `otherwise` where no letter of it can stand in one. */
export function slugOf(text: string, otherwise: string): string {
  const slug = text
    .normalize('NFKD')
    .replace(/[\u0300-\u036f’']/g, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '');
  const cut = slug.length > SLUG_LETTERS ? slug.slice(0, SLUG_LETTERS + 1).replace(/-[^-]*$/, '') : slug;
  return cut.slice(0, SLUG_LETTERS) || otherwise;
}

/** The slug, with a number behind it where it is taken. */
export function freeSlug(slug: string, isTaken: (slug: string) => boolean): string {
  if (!isTaken(slug)) return slug;
  let number = 2;
  while (isTaken(`${slug}-${number}`)) number += 1;
  return `${slug}-${number}`;
}
