import { base64 } from '../../../../foundations/raster/base64';
import { escapeXml } from '../../../../readers/svg/xmlText';
import type { KitIcon } from './kitIcons';

const STYLE = `
:root { color-scheme: light dark; --ink: #1d1d1b; --paper: #faf8f4; --line: #d6d0c4; --mark: #0b6a5c; }
@media (prefers-color-scheme: dark) { :root { --ink: #f1ede4; --paper: #191b1a; --line: #3c403d; --mark: #5cc8b3; } }
* { box-sizing: border-box; }
body { margin: 0 auto; max-width: 70rem; padding: 1.5rem; color: var(--ink); background: var(--paper); font: 1rem/1.5 system-ui, sans-serif; }
h1 { font-size: 1.4rem; margin: 0 0 .25rem; }
form { display: flex; flex-wrap: wrap; gap: 1rem 1.5rem; align-items: end; margin: 1rem 0; position: sticky; top: 0; padding: .75rem 0; background: var(--paper); }
label { display: block; font-size: .85rem; }
input[type=search] { font: inherit; padding: .4rem .6rem; width: 16rem; color: inherit; background: transparent; border: 1px solid var(--line); border-radius: .3rem; }
fieldset { border: 0; padding: 0; margin: 0; display: flex; flex-wrap: wrap; gap: .25rem 1rem; }
fieldset label { display: flex; gap: .35rem; font-size: .95rem; }
legend { font-size: .85rem; padding: 0; }
ul { list-style: none; margin: 0; padding: 0; display: grid; gap: .5rem; grid-template-columns: repeat(auto-fill, minmax(8.5rem, 1fr)); }
li { content-visibility: auto; contain-intrinsic-size: auto 7.5rem; }
button { width: 100%; font: inherit; color: inherit; background: transparent; border: 1px solid var(--line); border-radius: .4rem; padding: .75rem .4rem .5rem; cursor: pointer; }
button:hover, button:focus-visible { border-color: var(--mark); outline: 2px solid var(--mark); outline-offset: -1px; }
button b { display: block; font: 3.25rem/1.15 "kit"; font-feature-settings: "liga" 0; }
button span { display: block; font-size: .8rem; overflow-wrap: anywhere; }
button small { font-size: .75rem; opacity: .75; }
[role=status] { min-height: 1.5em; color: var(--mark); font-family: system-ui, sans-serif, "kit"; font-feature-settings: "liga" 0; }
`;

/** Shows, searches and copies; arrows go from icon to icon as they lie. */
export const KIT_SCRIPT = `
const icons = JSON.parse(document.getElementById('icons').textContent);
const list = document.querySelector('ul');
const search = document.querySelector('input[type=search]');
const said = document.querySelector('[role=status]');
const texts = {
  character: (i) => String.fromCodePoint(i.codePoint),
  name: (i) => i.name,
  class: (i) => 'icon icon-' + i.className,
  html: (i) => '&#x' + i.codePoint.toString(16) + ';',
  css: (i) => '\\\\' + i.codePoint.toString(16),
};
async function put(text) {
  try {
    await navigator.clipboard.writeText(text);
  } catch {
    const field = document.createElement('textarea');
    field.value = text;
    document.body.append(field);
    field.select();
    document.execCommand('copy');
    field.remove();
  }
}
function button(icon) {
  const made = document.createElement('button');
  made.type = 'button';
  const drawn = document.createElement('b');
  drawn.textContent = String.fromCodePoint(icon.codePoint);
  drawn.setAttribute('aria-hidden', 'true');
  const name = document.createElement('span');
  name.textContent = icon.name;
  const code = document.createElement('small');
  code.textContent = 'U+' + icon.codePoint.toString(16).toUpperCase().padStart(4, '0');
  made.append(drawn, name, code);
  made.addEventListener('click', async () => {
    const what = document.querySelector('input[name=what]:checked').value;
    const text = texts[what](icon);
    await put(text);
    said.textContent = 'Copied: ' + text;
    made.focus();
  });
  const item = document.createElement('li');
  item.append(made);
  return item;
}
const items = icons.map((icon) => [icon, button(icon)]);
list.append(...items.map(([, item]) => item));
function show() {
  const words = search.value.toLowerCase().split(/\\s+/).filter(Boolean);
  let found = 0;
  for (const [icon, item] of items) {
    const text = [icon.name, icon.className, ...icon.typed, ...icon.tags, 'u+' + icon.codePoint.toString(16)].join(' ').toLowerCase();
    item.hidden = !words.every((w) => text.includes(w));
    if (!item.hidden) found++;
  }
  said.textContent = found === 1 ? '1 icon' : found + ' icons';
}
search.addEventListener('input', show);
document.addEventListener('keydown', (e) => {
  if (e.key === '/' && document.activeElement !== search) { e.preventDefault(); search.focus(); return; }
  const shown = [...list.querySelectorAll('li:not([hidden]) button')];
  const at = shown.indexOf(document.activeElement);
  const columns = getComputedStyle(list).gridTemplateColumns.split(' ').length;
  const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: columns, ArrowUp: -columns }[e.key];
  const next = by === undefined || at < 0 ? undefined : shown[at + by];
  if (next) { e.preventDefault(); next.focus(); }
});
document.querySelector('form').addEventListener('submit', (e) => e.preventDefault());
show();
`;

const CHOICES = [
  ['character', 'Character'],
  ['name', 'Name'],
  ['class', 'CSS class'],
  ['html', 'HTML escape'],
  ['css', 'CSS escape'],
] as const;

/** A page of its own that shows, searches and copies the icons; the font is inside, so that it works from disk. */
export function kitPage(family: string, woff2: Uint8Array, icons: readonly KitIcon[]): string {
  const data = JSON.stringify(icons).replace(/</g, '\\u003c');
  const choices = CHOICES.map(
    ([value, text], i) =>
      `<label><input type="radio" name="what" value="${value}"${i === 0 ? ' checked' : ''}>${text}</label>`,
  );
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escapeXml(family)}: icons</title>
<style>
@font-face { font-family: "kit"; src: url("data:font/woff2;base64,${base64(woff2)}") format("woff2"); }${STYLE}</style>
</head>
<body>
<h1>${escapeXml(family)}</h1>
<form>
<label>Find <input type="search" placeholder="Name or code point" aria-keyshortcuts="/"></label>
<fieldset><legend>A click copies</legend>${choices.join('')}</fieldset>
</form>
<p role="status"></p>
<ul aria-label="Icons"></ul>
<script type="application/json" id="icons">${data}</script>
<script>${KIT_SCRIPT}</script>
</body>
</html>
`;
}
