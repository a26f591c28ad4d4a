import type { Plugin } from 'vite';

export function noticesPlugin(): { readonly forPage: Plugin; readonly forWorkers: Plugin };
