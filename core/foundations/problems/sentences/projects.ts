import type { Sentences } from './sentence';

/** Projects, their storage, and work that was done aside. */
export const PROJECTS: Sentences<
  | 'project-not-zip'
  | 'project-incomplete'
  | 'project-future'
  | 'project-invalid'
  | 'job-failed'
  | 'worker-crashed'
  | 'storage-full'
  | 'storage-failed'
  | 'project-elsewhere'
  | 'project-not-here'
  | 'project-taken-over'
  | 'project-older'
  | 'project-mended'
  | 'row-damaged'
  | 'picture-altered'
  | 'picture-missing'
  | 'letter-picture-missing'
  | 'sources-missing'
> = {
  'project-not-zip': () =>
    'this is not an Orthoglyph project file. Choose a file that was saved with "Save project file".',
  'project-incomplete': (p) =>
    `the project file lacks ${p.missing}. It may have been cut off while copying; copy it again.`,
  'project-future': (p) =>
    `the project was saved by a newer Orthoglyph (version ${p.version}, this one knows up to ${p.known}). Update Orthoglyph, then open it again; the file was not changed.`,
  'project-invalid': (p) =>
    `the project file doesn't fit its own form at ${p.path || 'its top'}: ${p.reason}. Use an earlier copy.`,
  'job-failed': (p) =>
    `this could not be done (${p.reason}). Nothing was changed. Try it again; if it fails again, save a project file and report it.`,
  'worker-crashed': (p) =>
    `the browser ended this work (${p.reason}), mostly for want of memory. Nothing was changed and other work goes on. Close other tabs or use a smaller picture, then try again.`,
  'storage-full': (p) =>
    `the browser has no room left for ${p.what}. Nothing that was there is lost. Save project files and delete projects you don't need here, then try again.`,
  'storage-failed': (p) =>
    `the browser's storage didn't take it (${p.reason}). It is kept here and tried again; save a project file to be safe.`,
  'project-elsewhere': () =>
    'this project is open in another tab, or was deleted there: nothing can be added here. Add it in that tab, or close it and add it again.',
  'project-not-here': () =>
    'there is no such project in this browser. It may have been deleted, or made in another browser; open its project file instead.',
  'project-taken-over': (p) =>
    p.rows === 0
      ? 'the other tab let go of this project. You can go on here.'
      : `the other tab let go of this project after changing ${p.rows} of its rows. They are shown here now, and you can go on.`,
  'project-older': (p) =>
    `it was saved by an earlier Orthoglyph (form ${p.version}) and was brought to today's form.`,
  'project-mended': (p) => `it didn't hold together everywhere and was mended: ${p.what.join('; ')}.`,
  'row-damaged': (p) =>
    `a row of its ${p.table} (${p.id}) is damaged and was left out: ${p.reason}. The rest was opened; the damaged row can be saved as a file.`,
  'picture-altered': (p) =>
    `the picture of ${p.sheet} isn't the one that was saved with it. It was opened as it is now; look at the sheet before you lift it again.`,
  'picture-missing': (p) =>
    `the picture of ${p.sheet} is missing. Its letters are all there; add the picture again to trace it anew.`,
  'sources-missing': ({ style }) =>
    `The sources that ${style} was opened from are not in the file, or were altered. Letters are whole; a UFO that is cast is written anew.`,
  'letter-picture-missing': () =>
    "the picture that this letter was kept as is missing or damaged. Its outline is there; keep its drawing as a picture again if its sheet's picture is there.",
};
