export const CHROMIUMS: readonly string[];
export const browserOptions: { readonly executablePath: string; readonly args: string[] };
