// Names, versions and licence texts of the packages whose code or fonts are in a build, for those who get the build.
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The folder of the package that a module belongs to; null for our own. */
function packageOf(module) {
  const path = module.replace(/^\0/, '').split('?')[0];
  const at = path.lastIndexOf('/node_modules/');
  if (at < 0) return null;
  const [scope, name] = path.slice(at + '/node_modules/'.length).split('/');
  return join(path.slice(0, at), 'node_modules', scope.startsWith('@') ? join(scope, name) : scope);
}

const TEXTS = /^(licen[cs]e|copying|notice|ofl)([.-].*)?$/i;

/** A package's texts as they lie beside it; what its description says when it brings none. */
function noticeOf(folder) {
  const { name, version, license, author, homepage } = JSON.parse(
    readFileSync(join(folder, 'package.json'), 'utf8'),
  );
  const texts = readdirSync(folder)
    .filter((file) => TEXTS.test(file))
    .sort()
    .map((file) => readFileSync(join(folder, file), 'utf8').trim());
  const by = typeof author === 'string' ? author : author?.name;
  const said = `Licence: ${license ?? 'see below'}${by ? `\nAuthor: ${by}` : ''}${homepage ? `\n${homepage}` : ''}`;
  return { name, version, text: [`${name} ${version}\n${said}`, ...texts].join('\n\n') };
}

/** One text with the notices of all packages that modules belong to, in the order of their names. */
export function noticesOf(modules) {
  const folders = [
    ...new Set([...modules].map(packageOf).filter((f) => f && existsSync(join(f, 'package.json')))),
  ];
  const notices = folders.map(noticeOf).sort((a, b) => (a.name < b.name ? -1 : 1));
  return notices.map((n) => n.text).join(`\n\n${'-'.repeat(80)}\n\n`) + '\n';
}

/** Licence texts of the fonts among modules, by the names of the fonts. */
export function fontLicences(modules) {
  const folders = new Set([...modules].map(packageOf).filter((f) => f?.includes('@fontsource')));
  return [...folders].map((folder) => {
    const file = readdirSync(folder).find((f) => TEXTS.test(f));
    return { name: folder.split('/').pop(), text: readFileSync(join(folder, file), 'utf8') };
  });
}

/** Collects the modules of the page and of its workers, and writes their notices beside the app. */
export function noticesPlugin() {
  const modules = new Set();
  const collect = {
    name: 'orthoglyph-collect-modules',
    generateBundle(_, bundle) {
      for (const chunk of Object.values(bundle)) {
        for (const id of Object.keys(chunk.modules ?? {})) modules.add(id);
        for (const id of chunk.moduleIds ?? []) modules.add(id);
        for (const id of chunk.originalFileNames ?? []) modules.add(join(process.cwd(), 'web', id));
      }
    },
  };
  return {
    forWorkers: collect,
    forPage: {
      ...collect,
      name: 'orthoglyph-notices',
      generateBundle(options, bundle) {
        collect.generateBundle(options, bundle);
        const emit = (fileName, source) => this.emitFile({ type: 'asset', fileName, source });
        emit('notices.txt', noticesOf(modules));
        for (const { name, text } of fontLicences(modules)) emit(`assets/${name}-licence.txt`, text);
      },
    },
  };
}
