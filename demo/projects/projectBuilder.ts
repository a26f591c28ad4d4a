import { zipSync } from 'fflate';
import { addMadeSheet } from '../../core/project/document/commands/sheets/madeSheets';
import { artworkSheet } from '../../core/lifting/artwork/makeSheets';
import { pngOf } from '../../core/lifting/artwork/expandFiles';
import type { DroppedFile } from '../../core/lifting/artwork/sortFiles';
import { changeCasting } from '../../core/project/document/commands/font/casting';
import { composeAccents, WESTERN_ACCENTS } from '../../core/project/document/commands/glyphs/composing';
import { takeCleanUp } from '../../core/project/document/commands/outline';
import { makeDrafts } from '../../core/project/document/commands/signs/drafts';
import { draftable } from '../../core/project/document/queries/glyphs';
import { setRules } from '../../core/project/document/commands/features/rules';
import { namePiece } from '../../core/project/document/commands/pieces/named';
import { takeLifted } from '../../core/project/document/commands/pieces/takeLifted';
import { addSheet } from '../../core/project/document/commands/sheets/sheets';
import { changeProject } from '../../core/project/document/commands/font/project';
import type { ProjectDiff } from '../../core/project/document/changes/diff';
import { edit } from '../../core/project/document/inStep/edit';
import { newProject, projectOf } from '../../core/project/document/newProject';
import type { Doc, ProjectRow, RecipeRow, Rule } from '../../core/project/document/schema';
import { cleanUp } from '../../core/outlines/dress/cleanUp';
import { liftSheet } from '../../core/lifting/sheet/liftSheet';
import { fitted } from '../../core/project/finish/fitted';
import { decodePicture } from '../../core/readers/pictures/decodePicture';
import { pictureIdOf } from '../../core/readers/pictures/pictureId';
import { enlargeCells, readPixelArt } from '../../core/tracing/pixels/pixelArt';

/** 2026-01-05 09:00 UTC: a fixed day, so that the demo's bytes are always the same. */
const MADE_MS = 1767603600000;

/** Entries of zips have a fixed time too. */
const ENTRY_TIME = new Date(2026, 0, 5);

/** A page brought into a demo project. */
interface DemoPage {
  readonly id: string;
  readonly name: string;
  readonly bytes: Uint8Array;
  /** What is written on it. */
  readonly expected: string;
  readonly recipe?: Partial<Omit<RecipeRow, 'id'>>;
}

/** Makes a project of the demo by the steps that the app takes. Throws when one of them fails: the demo's files are its own. */
export class ProjectBuilder {
  doc: Doc;
  readonly pictures = new Map<string, Uint8Array>();

  constructor(id: string, name: string, project: Partial<Pick<ProjectRow, 'bill' | 'runningText'>>) {
    this.doc = newProject(id, name, MADE_MS);
    this.apply(changeProject(this.doc, project, 'Begin'));
    this.apply(
      changeCasting(this.doc, {
        family: name,
        designer: 'The people of Skerry Lane Tide Mill (made up)',
        licence: 'Made-up demo font. Do as you like with it.',
        copyright: 'Demo data of Orthoglyph; the mill and its people are made up.',
      }),
    );
  }

  apply(diff: ProjectDiff | null): this {
    if (diff) this.doc = edit(this.doc, diff).doc;
    return this;
  }

  /** A page found, traced, named and seated. */
  page({ id, name, bytes, expected, recipe }: DemoPage): this {
    const decoded = decodePicture(bytes);
    if (!decoded.ok) throw new Error(`${name} can't be decoded`);
    const art = recipe?.mode === 'pixel' ? readPixelArt(decoded.value) : null;
    const picture = art ? enlargeCells(art.cells) : decoded.value;
    const shown = art ? pngOf(picture) : bytes;
    const [pictureId, originalId] = [pictureIdOf(shown), art ? pictureIdOf(bytes) : null];
    this.pictures.set(pictureId, shown);
    if (originalId) this.pictures.set(originalId, bytes);
    const size = { widthPx: picture.width, heightPx: picture.height };
    this.apply(addSheet(this.doc, { id, name, pictureId, originalId, ...size }, expected, recipe ?? null));
    const sheet = this.doc.sheets[id]!;
    const lifted = liftSheet(picture, sheet, this.doc.recipes[sheet.recipeId]!);
    if (!lifted.ok) throw new Error(`${name} can't be lifted`);
    return this.apply(takeLifted(this.doc, id, lifted.value));
  }

  /** A page whose letters are further drawings of letters that are there. */
  secondDrawings(page: DemoPage): this {
    this.page(page);
    const pieces = Object.values(this.doc.pieces).filter((p) => p.sheetId === page.id && p.char !== null);
    for (const { id, char } of pieces) this.apply(namePiece(this.doc, id, char ?? '', 'alternate'));
    return this;
  }

  /** Rules for features. */
  rules(rules: readonly Rule[]): this {
    return this.apply(setRules(this.doc, rules));
  }

  /** Vector drawings, one a file. */
  async drawings(id: string, name: string, files: readonly DroppedFile[]): Promise<this> {
    const made = await artworkSheet(files, []);
    if (!made.ok) throw new Error(`${name} can't be read`);
    const { sheet, icons } = made.value;
    const zip = zipSync(Object.fromEntries(files.map((f) => [f.path, f.bytes])), { mtime: ENTRY_TIME });
    const pictureId = pictureIdOf(zip);
    this.pictures.set(pictureId, zip);
    const facts = { id, name, kind: 'artwork' as const, icons, pictureId, originalId: pictureId };
    return this.apply(
      addMadeSheet(this.doc, { ...facts, widthPx: sheet.widthPx, heightPx: sheet.heightPx }, sheet),
    );
  }

  /** All outlines neatened, as the button does it. */
  neaten(): this {
    for (const { id, contours } of Object.values(this.doc.glyphs)) {
      if (contours.length === 0) continue;
      const { contours: neat } = cleanUp('neaten', contours);
      this.apply(takeCleanUp(this.doc, { glyphId: id, of: 'outline' }, 'neaten', neat));
    }
    return this;
  }

  /** Signs and marks that can be made of what is drawn, and the letters with accents that come of them. */
  accents(): this {
    this.apply(makeDrafts(this.doc, draftable(this.doc, projectOf(this.doc).bill).join('')));
    return this.apply(composeAccents(this.doc, WESTERN_ACCENTS));
  }

  /** White and kerning of all letters, as the fit has them. */
  fitted(): this {
    const fit = fitted(this.doc);
    if (!fit) throw new Error('too few letters to fit');
    return this.apply(fit);
  }
}
