/// <reference types="vite/client" />

/** The build that this page is of; set by Vite, absent in tests. */
declare const __WAXWING_BUILD__: string | undefined;
