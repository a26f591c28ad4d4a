import type { Browser } from '@playwright/test';

export interface KillSums {
  readonly kills: number;
  readonly crashed: number;
  readonly closed: number;
  readonly reloaded: number;
  readonly edits: number;
  readonly lost: number;
  readonly older: number;
  readonly broken: number;
}

export function killsOf(
  browser: Browser,
  base: string,
  wanted: number,
  tell?: (kills: number) => void,
  seed?: number,
): Promise<KillSums>;
