import { useStore } from 'zustand';
import { compileClient } from '../workers/compileClient';
import { FontKeeper, type LiveFontState } from './fontKeeper';

async function show(family: string, bytes: Uint8Array): Promise<() => void> {
  const face = new FontFace(family, bytes.buffer as ArrayBuffer);
  await face.load();
  document.fonts.add(face);
  return () => void document.fonts.delete(face);
}

/** The font of the project that is shown, kept in step with its edits by a worker. */
export const liveFont = new FontKeeper({
  compiler: compileClient,
  show,
  clock: {
    setTimeout: (run, ms) => setTimeout(run, ms),
    clearTimeout: (timer) => clearTimeout(timer as number),
  },
  nowS: () => Math.floor(Date.now() / 1000),
});

export const useLiveFont = <T>(select: (state: LiveFontState) => T): T => useStore(liveFont.store, select);
