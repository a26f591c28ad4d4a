import sharp from 'sharp';
import { writtenOnLayer } from '../../../demo/practice/writtenOnLayer';
import { defaultRecipe } from '../../project/document/defaultRecipe';
import { decodePicture } from '../../readers/pictures/decodePicture';
import { practicePages } from './layout';
import { liftPractice } from './liftPractice';
import { practicePageSvg } from './pageSvg';
import { PICTURE_WIDTHS } from './pictureWidths';
import { findPage } from './readPage';
import { DEFAULT_PRACTICE } from './settings';
import { straightenPage } from './straighten';

test('a page saved as a picture on clear ground, written on with a tablet, comes back with every letter, clear or on white', async () => {
  const [page] = practicePages([...'RagneBdkyQ&;ij8'], DEFAULT_PRACTICE);
  const svg = practicePageSvg(page!, 'Tide book hand', PICTURE_WIDTHS[0]);
  // Painted by a library from the registries (librsvg in sharp).
  const blank = sharp(new TextEncoder().encode(svg));
  expect(await blank.metadata()).toMatchObject({ width: 1240, height: 1754, hasAlpha: true });
  const filled = new TextEncoder().encode(svg.replace('</svg>', `${writtenOnLayer(page!)}</svg>`));
  for (const ground of ['clear', 'white']) {
    const painted = ground === 'clear' ? sharp(filled) : sharp(filled).flatten({ background: '#fff' });
    const picture = decodePicture(new Uint8Array(await painted.png().toBuffer()));
    const found = picture.ok ? findPage(picture.value) : null;
    if (!picture.ok || !found || found === 'no-code') throw new Error(`not found on ${ground} ground`);
    expect(found.marksFound).toBe(4);
    const flat = straightenPage(picture.value, found);
    const lifted = liftPractice(flat.picture, found.page, flat.pxPerMm, defaultRecipe);
    if (!lifted.ok) throw new Error('not lifted');
    expect(lifted.value.pieces.map((p) => p.char)).toEqual(page!.boxes.map((b) => b.char));
    expect(lifted.value.empty).toEqual([]);
  }
});
