declare module 'class-transformer/cjs/storage.js' {
  /** Where class-transformer keeps its `@Type` metadata; the package exports no types for it. */
  export const defaultMetadataStorage: object;
}
