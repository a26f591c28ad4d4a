/** Every key and what it does, where it works. Shown in the shortcut sheet; tooltips repeat them. */
export const SHORTCUTS: readonly {
  readonly where: string;
  readonly keys: readonly (readonly [string, string])[];
}[] = [
  {
    where: 'Everywhere',
    keys: [
      ['1 to 8', 'Go to a stage'],
      ['/', 'Find an action'],
      ['?', 'This sheet, with the words used here'],
      ['Ctrl+Z', 'Undo'],
      ['Ctrl+Shift+Z', 'Redo'],
      ['Ctrl+S', 'Save project file'],
    ],
  },
  {
    where: 'Every bench',
    keys: [
      ['+, -, 0', 'Larger, smaller, all of it in view'],
      ['P, on Lift and Dress', 'A pointer moved by arrows: Space presses, Enter holds, Escape ends'],
      ['Wheel, two fingers', 'Larger or smaller about that place'],
      ['Space and drag, two fingers', 'Move what is shown'],
      ['V held, on Dress, Seat and Fit', 'The font that lies beneath, clearly'],
    ],
  },
  {
    where: 'Lift',
    keys: [
      ['J', 'Next doubtful piece'],
      ['Enter', 'Accept the piece'],
      ['Arrow left or right', 'Piece before, after'],
      ['Delete', 'Drop the piece'],
      ['X', 'Cut a piece: draw a line across it'],
      ['G', 'Join the piece with the next'],
      ['B', 'Add a piece: draw a box around it'],
      ['L, T, U, on running text', 'Make the drawing the letter, let it take turns, leave it out'],
    ],
  },
  {
    where: 'Dress',
    keys: [
      ['S, O, D, C, M, G', 'Select, turn, draw, cut, measure, lay a guide'],
      ['K', 'Keep the line just measured'],
      ['Two presses', 'Choose a whole contour'],
      ['W', 'Choose by a loop instead of a frame (or hold Alt)'],
      ['Arrows', 'Nudge by 1 u, with Shift 10 u, with Ctrl 100 u'],
      ['Shift while dragging', 'Level or upright only; the pen in steps of 45°'],
      ['Alt while drawing', 'Part the handles; begin on an edge without a point in it'],
      ['Ctrl while dragging', 'Without snapping'],
      ['Delete', 'Delete points, keeping the shape'],
      ['E, R, T', 'Make corner, smooth, tangent'],
      ['I, U', 'Make straight, curved'],
      ['B, J', 'Break at points, join two loose ends'],
      ['Y', 'Neaten the letter'],
      ['L', 'Lock the stretch between chosen points, or free it'],
      ['A', 'Choose all points'],
      ['N, Shift+N', 'Next point, the one before'],
      ['H, Q', 'From a point to its handles, next contour'],
      ['F', 'Filled or outline'],
      ['Ctrl+C, Ctrl+X, Ctrl+V', 'Copy or cut contours, paste contours or any SVG drawing'],
      ['Escape, Enter', 'End the run being drawn, choose none'],
      ['Page Up, Page Down', 'Letter before, after'],
    ],
  },
  {
    where: 'Seat',
    keys: [
      ['Arrow left or right, Page Up, Page Down', 'Letter before, after'],
      ['Arrow up or down', 'Move the chosen letters by 1 u, with Shift 10 u'],
      ['Shift or Alt and click', 'Choose up to here, one more or less'],
      ['A, Escape', 'Choose all, choose none'],
      ['J, Enter', 'Next letter that stands out, put it right'],
      ['Ctrl while dragging', 'Without snapping'],
    ],
  },
  {
    where: 'Fit',
    keys: [
      ['Arrow left or right', 'Letter before, after in the line'],
      ['P', 'Take the letter and its next in hand as a pair'],
      ['J, Shift+J', 'Next of the worst pairs, the one before'],
      ['Alt+Arrow left or right', 'Kern the pair in hand by 1 u, with Shift 10 u'],
      ['M', 'Map of pairs, or the line'],
      ['Escape', 'No pair in hand'],
    ],
  },
];
