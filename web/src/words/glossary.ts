/** The words of the page, explained once; a word on the page leads to its entry by its key. */
export interface Term {
  key: string
  name: string
  says: string
}
const term = (name: string, says: string): Term => ({
  key: name.toLowerCase().replace(/[^a-z]+/g, '-'),
  name,
  says,
})

export const GLOSSARY: Term[] = [
  term('about equal', 'Shots that cannot be told apart, and none of which gives away more than is said.'),
  term('attack', 'A shot that is played to pot a ball.'),
  term('bank', 'The ball to be potted goes by way of a rail.'),
  term('carom', 'The cue ball goes off one ball to another.'),
  term('chance to win the rack', 'How often, of a hundred such racks, you would win this one from here with this shot, both players playing on as they do. At snooker the frame.'),
  term('combination', 'The first ball drives another one into the pocket.'),
  term('diamond', 'A mark on the rails: eight along the table, four across. Places are told in diamonds from the head and the near rail.'),
  term('foul', 'A shot against the rules. In most games the other player has the cue ball in hand.'),
  term('hook', 'A ball in the way: the one that must be hit cannot be seen.'),
  term('in hand', 'The cue ball may be placed by whoever is at the table: anywhere, or behind the head line.'),
  term('in shape', 'A ball was made, and the next shot is an open one.'),
  term('in trouble', 'A ball was made, but no open shot follows.'),
  term('key ball', 'The ball before the last one: from it position on the last is easiest.'),
  term('kick', 'The cue ball goes by way of a rail to the ball.'),
  term('kick-and-stick', 'A full hit by way of rails, after which the cue ball stays by its ball.'),
  term('left a shot', 'The other player finds an open shot.'),
  term('length', 'Speed as players say it: how many lengths of the table a ball so struck would run, rails included.'),
  term('level', 'Five kinds of players from professional to beginner, by how far their strokes come out from what was meant. Your own stroke can be measured on the Players page.'),
  term('looking ahead', 'After a first answer the best shots are played on by both players for several strokes. The numbers get surer meanwhile; you may stop it at any time.'),
  term('make chance', 'How often the ball that is meant goes where it is meant.'),
  term('nothing left', 'The other player finds no open shot.'),
  term('open shot', 'A pot that whoever is at the table makes every second time or more often.'),
  term('points', 'Differences between two chances: from 55 to 52 in a hundred are 3 points.'),
  term('push-out', 'On the shot after the break the cue ball may be played anywhere; the other player chooses who shoots next.'),
  term('run-out', 'All balls that are left, made in one turn.'),
  term('safety', 'A shot that is played to leave the other player nothing.'),
  term('shadow', 'The part of the table from which a ball cannot be seen.'),
  term('tip', 'Where the tip meets the cue ball, as on the face of a clock and in widths of the tip.'),
  term('two-way shot', 'A shot that wins something if it pots, and leaves nothing if it does not.'),
] // prettier-ignore
