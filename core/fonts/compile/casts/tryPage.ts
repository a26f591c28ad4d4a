import { base64 } from '../../../foundations/raster/base64';
import { escapeXml } from '../../../readers/svg/xmlText';

/** Sizes that a line is shown in, CSS px. */
const SIZES = [96, 64, 48, 36, 28, 22, 18, 16, 14, 12];

/**
 * A page that needs nothing else: a cast font's very bytes within, a field to type in, and one line in falling sizes. `family`: for its
 * heading; `line`: what it shows at first.
 */
export function tryPage(
  family: string,
  file: { readonly name: string; readonly bytes: Uint8Array },
  line: string,
): string {
  const shown = escapeXml(line);
  const sizes = SIZES.map((px) => `<p style="font-size:${px}px"><small>${px}</small>${shown}</p>`).join('\n');
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escapeXml(family)}: try it</title>
<style>
@font-face { font-family: "tried"; src: url("data:font/opentype;base64,${base64(file.bytes)}"); }
:root { color-scheme: light dark; --ink: #1d1d1b; --paper: #faf8f4; --line: #d6d0c4; }
@media (prefers-color-scheme: dark) { :root { --ink: #f1ede4; --paper: #191b1a; --line: #3c403d; } }
body { margin: 0 auto; max-width: 70rem; padding: 1.5rem; color: var(--ink); background: var(--paper); font: 1rem/1.4 system-ui, sans-serif; }
h1 { font-size: 1.1rem; }
textarea { width: 100%; box-sizing: border-box; padding: .6rem; color: inherit; background: transparent; border: 1px solid var(--line); font: 40px/1.3 "tried"; }
p { margin: .4em 0; font-family: "tried"; line-height: 1.25; overflow-wrap: anywhere; }
small { display: inline-block; width: 3rem; font: .75rem system-ui, sans-serif; opacity: .7; }
</style>
</head>
<body>
<h1>${escapeXml(file.name)}</h1>
<textarea rows="4" spellcheck="false" aria-label="Text set in ${escapeXml(file.name)}">${shown}</textarea>
${sizes}
</body>
</html>
`;
}
