/** What the keyboard does on the bench, as the help shows it. */
export const shortcuts = [
  { keys: 'Space', does: 'Play or stop' },
  { keys: '← →', does: 'One frame back or on, when nothing is selected; else nudge the layer by 1 px' },
  { keys: 'Shift ← →', does: 'Ten frames, or nudge by 10 px' },
  { keys: '↑ ↓', does: 'Nudge the selected layer' },
  { keys: ', .', does: 'One frame back or on, always' },
  { keys: 'Home End', does: 'First and last frame' },
  { keys: 'Ctrl Z / Ctrl Shift Z', does: 'Undo, redo' },
  { keys: 'Ctrl D', does: 'Duplicate the selected layers' },
  { keys: 'Delete', does: 'Delete the selected keyframes, or else layers' },
  { keys: 'Escape', does: 'Select nothing' },
  { keys: '?', does: 'This list' },
]
