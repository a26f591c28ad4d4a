import { escapeXml } from '../../../../readers/svg/xmlText';
import { cssString } from './kitTexts';
import { hex, type KitIcon } from './kitIcons';

export type { KitIcon };

/** A way to use an icon, with the text that does it. */
export interface KitUse {
  readonly how: 'class' | 'typed' | 'css' | 'react' | 'layout';
  readonly title: string;
  readonly text: string;
}

/** How an icon of a kit is used: on web pages by its class, its typed name or its code, in React, and in programs for print. */
export function kitUses(family: string, icon: KitIcon): KitUse[] {
  const { className, codePoint, name, typed } = icon;
  const [word] = typed;
  return [
    {
      how: 'class',
      title: 'HTML, by its class',
      text: `<link rel="stylesheet" href="icons.css">\n\n<span class="icon icon-${className}" aria-hidden="true"></span>`,
    },
    {
      how: 'typed',
      title: 'HTML, by its typed name',
      text:
        word === undefined
          ? `${name} has no typed name yet: give it one in Name.`
          : `<link rel="stylesheet" href="icons.css">\n\n<span class="icon" aria-hidden="true">${escapeXml(word)}</span>`,
    },
    {
      how: 'css',
      title: 'CSS, by its code',
      text: `.${className}::before {\n  font-family: ${cssString(family)};\n  content: "\\${hex(codePoint)}";\n}`,
    },
    { how: 'react', title: 'React', text: reactUse(className) },
    {
      how: 'layout',
      title: 'A layout program',
      text: [
        'Install the OTF and start the program anew: running programs don’t see a new font.',
        word === undefined
          ? `Set the text in ${family} and take the icon from the list of glyphs (U+${hex(codePoint).toUpperCase()}).`
          : `Set the text in ${family} and type ${word}; ligatures have to be on. Or take it from the list of glyphs (U+${hex(codePoint).toUpperCase()}).`,
      ].join('\n'),
    },
  ];
}

/** A component for all icons, and how it is used for one. */
const reactUse = (className: string): string => `import './icons.css';
import type { IconName } from './icons';

export function Icon({ name, label }: { name: IconName; label?: string }) {
  return (
    <span
      className={\`icon icon-\${name}\`}
      role={label ? 'img' : undefined}
      aria-label={label}
      aria-hidden={label ? undefined : true}
    />
  );
}

// <Icon name="${className}" label="..." />`;
