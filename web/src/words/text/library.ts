import { spoken, type Said } from '../language'
import { counted } from '../numbers'

export const text = spoken('library', {
  // FileDialog
  files: 'Files',
  downloadLayout: 'Download layout',
  downloadStudy: 'Download study',
  shotSheetPdf: 'Shot sheet, PDF',
  print: 'Print',
  drawingSvg: 'Drawing, SVG',
  drawingPng: 'Drawing, PNG',
  ringMarksIn: 'Ring marks in',
  centimetres: 'centimetres',
  inches: 'inches',
  openALayoutFileOr: 'Open a layout file, or paste its text',
  layoutFile: 'Layout file',
  putItOnTheTable: 'Put it on the table',
  thePictureCouldNotBe: 'The picture could not be made',
  tryTheOtherKind: 'Try the other kind.',
  untitledLayout: 'Untitled layout',

  // LibraryDialog
  library: 'Library',
  findByNameLineOr: 'Find by name, line or game',
  find: 'Find',
  game: 'Game',
  allGames: 'all games',
  newEmptyTable: 'New empty table',
  nothingHereFits: 'Nothing here fits.',
  olderOnes: 'Older ones',

  // LibraryEntry
  delete: 'Delete',
  deleteNamed: (name: Said) => `Delete: ${name}`,

  // PrintSheet
  forPrint: 'For print',
  headRailAtTheLeft: (name: Said, tableTitle: Said) =>
    `${name} · ${tableTitle} · head rail at the left, near long rail below`,
  theLayout: 'The layout',
  ringMarks: 'Ring marks',
  ball: 'ball',
  diamonds: 'diamonds',
  fromHeadNose: (units: Said) => `from the head nose, ${units}`,
  fromTheNearNose: (units: Said) => `from the near nose, ${units}`,
  chanceOf: (game: Said, chance: Said, low: Said, high: Said) => `${game} ${chance} (${low} to ${high}).`,
  aimCut: (hit: Said, cut_deg: Said) => `Aim: ${hit}, cut ${cut_deg}°.`,
  tip: (tip: Said) => `Tip: ${tip}`,
  theCueBall: (arrival: Said) => `; the cue ball ${arrival}`,
  speed: (words: Said, speed_mps: Said) => `. Speed: ${words} (${speed_mps} m/s).`,

  // library
  layouts: 'Layouts',
  noneYetSaveKeepsThe: 'None yet. Save keeps the one on the table.',
  studies: 'Studies',
  noneYetSaveAfterWeighing: 'None yet. Save after weighing keeps the layout with its study.',
  latelyWeighed: 'Lately weighed',
  toTry: 'To try',
  ballsCounted: (balls: number) => (balls === 1 ? 'one ball' : counted(balls, 'ball', 'balls')),
  nothingFound: 'nothing found',
})
