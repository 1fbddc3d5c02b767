import { spoken, type Said } from '../language'

export const text = spoken('links', {
  // GiveAway
  aLinkForOthers: 'A link for others',
  whoHasItSees: 'Who has it sees this without an account, as it is now, and can change nothing.',
  show: 'Show',
  theLayout: 'the layout',
  theLayoutAndItsAnswer: 'the layout and its answer',
  signed: 'Signed (may stay empty)',
  lasts: 'Lasts',
  aDay: 'a day',
  aWeek: 'a week',
  aMonth: 'a month',
  untilIEndIt: 'until I end it',
  makeALink: 'Make a link',
  theLink: 'The link',
  toldThisOnce: 'It is told this once: copy it, or let it be scanned.',
  copy: 'Copy',
  copied: 'Copied',
  qrCode: (title: Said) => `QR code of the link to ${title}`,
  untitledLayout: 'A layout',

  // LinksCard
  linksGivenAway: 'Links given away',
  noneYet: 'None yet. On the Table, under Files, a layout or its answer is given away by a link.',
  made: (day: Said) => `made ${day}`,
  until: (day: Said) => `until ${day}`,
  ended: 'ended',
  end: 'End',
  endLinkTo: (title: Said) => `End the link to ${title}`,

  // SharedPlace
  by: (who: Said) => `by ${who}`,
  asItWas: (day: Said) => `as it was on ${day}`,
  theTableShown: 'The table as it was shown',
  whatWasWeighed: 'What was weighed',
  putItOnMyBoard: 'Put it on my board',
  signInFirst: 'You will be asked to sign in first.',
  looking: 'Opening what was given to you',
  thisLinkLeadsNowhere: 'This link leads nowhere',
  mistypedOrEnded: 'It may be cut off or mistyped. Ask whoever gave it to you.',
  tryAgain: 'Try again',
  shared: 'Given to you',
})
