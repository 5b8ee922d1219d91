/** The pack format that this version reads and writes. A file that names another is refused by that name. */
export const PACK_FORMAT = 'waxwing-library/1';
