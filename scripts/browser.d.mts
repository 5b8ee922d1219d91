export const browserOptions: { readonly executablePath: string; readonly args: string[] };
