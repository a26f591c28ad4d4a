import type { KitIcon } from './kitIcons';
import { hex } from './kitIcons';

/** Text in double quotes as CSS reads it (CSS Syntax Level 3, "string-token"). */
export const cssString = (text: string) =>
  `"${text.replace(/["\\\n]/g, (c) => `\\${hex(c.charCodeAt(0))} `)}"`;

/** Styles: the font, a class for all icons, and one for each. `prefix` begins the classes. */
export function kitCss(family: string, fontFile: string, icons: readonly KitIcon[], plain = false): string {
  const face = cssString(family);
  const inOneInk = plain ? plainCss(family, fontFile) : '';
  const rules = icons.map((i) => `.icon-${i.className}::before { content: "\\${hex(i.codePoint)}"; }`);
  return `@font-face {
  font-family: ${face};
  src: url("fonts/${fontFile}.woff2") format("woff2"), url("fonts/${fontFile}.woff") format("woff");
  font-weight: normal;
  font-style: normal;
  font-display: block;
}
/* <span class="icon icon-NAME" aria-hidden="true"></span>, or a typed name inside: <span class="icon" aria-hidden="true">NAME</span> */
.icon {
  font-family: ${face};
  font-weight: normal;
  font-style: normal;
  font-variant: normal;
  font-feature-settings: "liga";
  text-transform: none;
  letter-spacing: normal;
  line-height: 1;
  white-space: nowrap;
  display: inline-block;
}
${rules.join('\n')}
${inOneInk}`;
}

/** The same icons in the colour of the text around them. */
const plainCss = (family: string, fontFile: string): string => `@font-face {
  font-family: ${cssString(`${family} Plain`)};
  src: url("fonts/${fontFile}-plain.woff2") format("woff2"), url("fonts/${fontFile}-plain.woff") format("woff");
  font-display: block;
}
/* <span class="icon icon-plain icon-NAME" aria-hidden="true"></span> takes the colour of the text. */
.icon-plain { font-family: ${cssString(`${family} Plain`)}; }
`;

/** A map of all icons for programs. */
export const kitJson = (family: string, version: string, icons: readonly KitIcon[]): string =>
  `${JSON.stringify(
    {
      family,
      version,
      icons: Object.fromEntries(
        icons.map((i) => [
          i.className,
          {
            name: i.name,
            typed: i.typed,
            tags: i.tags,
            codePoint: i.codePoint,
            hex: hex(i.codePoint),
            width: i.width,
          },
        ]),
      ),
    },
    null,
    2,
  )}\n`;

/** Names and characters for TypeScript. */
export const kitTs = (icons: readonly KitIcon[]): string =>
  `/** Characters of the icons by the ends of their classes. */
export const icons = {
${icons.map((i) => `  '${i.className}': '\\u{${hex(i.codePoint)}}',`).join('\n')}
} as const;
export type IconName = keyof typeof icons;
`;

export const kitReadMe = (
  family: string,
  licence: string,
  icons: readonly KitIcon[],
  plain = false,
): string => `${family}

index.html   shows all ${icons.length} icons; a click copies one. It works from disk.
icons.css    for web pages: <link rel="stylesheet" href="icons.css">
             <span class="icon icon-${icons[0]?.className ?? 'NAME'}" aria-hidden="true"></span>
icons.json   names, code points and widths for programs
icons.ts     the same for TypeScript
fonts/       WOFF2 first, WOFF for old browsers${plain ? '; -plain: in the colour of the text, by the class icon-plain' : ''}
${licence === '' ? '' : `\n${licence}\n`}`;
