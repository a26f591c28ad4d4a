/**
 * Paper and ink, by day and by night. One strong accent for what is in hand, a second for snags. What is read has 4.5:1 on every ground that it
 * stands on, what only has to be seen 3:1 (WCAG 2.2, 1.4.3 and 1.4.11; colours.test.ts).
 */
export const COLOURS = {
  paper: ['#f6f1e5', '#1c1916'],
  sheet: ['#fdfaf3', '#26221d'],
  sunk: ['#ece5d5', '#141210'],
  ink: ['#221d17', '#efe7d8'],
  faded: ['#655b4c', '#b3a791'],
  rule: ['#d5cab4', '#443c32'],
  hand: ['#0b6b66', '#63c9be'],
  handSoft: ['#d9e9e2', '#20403c'],
  snag: ['#a8321a', '#ff9a7a'],
  snagSoft: ['#f7ddd2', '#4a241a'],
  good: ['#3f6212', '#b5d37a'],
} as const;
