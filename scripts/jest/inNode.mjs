// Before the tests of what runs in Node: they run in Node as it is, side by side in one process, so that the server and what it stands
// on are loaded once for all of them. Jest's own runner loads all modules anew for each file, in a context where they are slower.
import { register } from 'node:module';
import process from 'node:process';
import 'reflect-metadata';

register('./hooks.mjs', import.meta.url);
process.setSourceMapsEnabled(true);
