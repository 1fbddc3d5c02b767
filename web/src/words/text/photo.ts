import { spoken, type Said } from '../language'

export const text = spoken('photo', {
  // PhotoDialog
  fromAPhoto: 'From a photo',
  howToTakeIt: 'Stand at one end, hold the phone sideways and high, and have the whole table in the picture.',
  simulatedOnly:
    'Tried on simulated pictures only: in a real hall more may be wrong. Mend it here; what you confirm makes the next picture of this table better. A picture is gone as soon as it has been read.',
  takeAPhoto: 'Take a photo',
  anotherPhoto: 'Another photo',
  chooseAPicture: 'Choose a picture',
  trySimulated: 'Try it: a simulated photo of this board',
  isRead: 'Reading the picture …',
  stop: 'Stop',
  pressPockets: (left: Said) =>
    left === 6
      ? 'Press the middle of each of the six pockets, in any order.'
      : `${left} pocket${left === 1 ? '' : 's'} left to press.`,
  dragPockets: 'Drag each mark into the middle of its pocket.',
  putOnTheBoard: 'Put on the board',
  putAnyway: (count: Said) => `Put on the board, ${count} not looked at`,
  mendOutline: 'Mend the pockets',
  showBalls: 'Back to the balls',
  turnEndForEnd: 'Turn end for end',
  pressAnew: 'Press the pockets anew',
  marksInstead: 'Shift six marks instead',
  readAgain: 'Read with these pockets',
  photo: 'Photo',
  drawing: 'Drawing',
  photoOrDrawing: 'How much of the drawing is seen over the photo',

  // PhotoPicture
  pocketNumber: (number: Said) => `Pocket ${number}: arrow keys move it`,
  cueMark: 'cue',

  // PhotoBalls
  ballsFound: 'Balls found',
  itIs: 'It is',
  thatIsRight: 'That is right',
  noBall: 'No ball',
  notFound: 'Not found:',
  pressWhere: (ball: Said) => `Press where the ${ball} lies in the picture.`,

  // shrunk
  cannotBeRead: 'This browser cannot read that as a picture',
  useJpegOrPng: 'Use a JPEG or a PNG; few browsers read HEIC.',
  tooSmall: (width: Said, height: Said) => `It is only ${width} by ${height} pixels large`,
  takeItLarger: 'Use one of at least 480 pixels a side.',
})
