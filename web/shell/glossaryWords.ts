/** The terms of the trade, each in a sentence or two for who is new to it. */
export default {
  grit: {
    name: 'Grit',
    is: 'How fine a cover was sanded, as the number of the pad that would leave it so: 500 is rough, 4000 smooth. A scanner gives it as a number; polish lies beyond the scale.',
  },
  laneShine: {
    name: 'Lane shine',
    is: 'What play does to a sanded cover: the peaks wear off, fast in the first games, slowly after.',
  },
  target: {
    name: 'Target (→)',
    is: 'The surface that somebody asked for on this ball. Without one nothing is called too smooth.',
  },
  window: {
    name: 'Window',
    is: 'Surfaces around the target that still do the same on the lane. Out of it the ball reads earlier or later than was wanted.',
  },
  oilInCover: {
    name: 'Oil in the cover',
    is: 'What a reactive cover has soaked in from the lane. It makes the ball read later and comes out only with warmth: extraction.',
  },
  wear: { name: 'Wear', is: 'How the surface gets smoother game by game, computed and corrected by each reading.' },
  provenance: {
    name: 'Edge of the disc',
    is: 'Whole: measured. Dashed: fitted to this ball’s readings. Dotted: assumed from how such covers behave. Hollow: not known.',
  },
  layout: { name: 'Layout', is: 'Where pin and PSA lie against the bowler’s axis: two angles and a distance.' },
  pin: { name: 'Pin', is: 'The mark over the core’s axis of low RG.' },
  pap: {
    name: 'PAP',
    is: 'Positive axis point: the end of the axis that the ball turns about at the release. Measured from the middle of the grip: over and up.',
  },
  val: { name: 'VAL', is: 'Vertical axis line: goes through the PAP, up and down.' },
  drillingAngle: { name: 'Drilling angle', is: 'Between the line from pin to PAP and the line from pin to PSA.' },
  span: { name: 'Span', is: 'From the edge of the thumb hole to the edge of a finger hole, over the ball.' },
  pitch: { name: 'Pitch', is: 'How far a hole points beside the ball’s centre: forward, reverse, left or right.' },
  rg: { name: 'RG', is: 'Radius of gyration: how far out the weight sits. High goes longer, low reads sooner.' },
  differential: {
    name: 'Differential',
    is: 'Difference of the RGs of two axes: how much the track can flare.',
  },
  flare: {
    name: 'Flare',
    is: 'How far the track wanders over the ball in one shot, so that clean cover meets the lane.',
  },
  pattern: { name: 'Pattern', is: 'Where and how thick oil lies on the lane, as the machine lays it.' },
  ratio: { name: 'Ratio', is: 'Oil in the middle against oil outside. High forgives a miss, near 1 does not.' },
  laydown: {
    name: 'Laydown',
    is: 'Board on which the ball is set down at the foul line. Boards count from the own gutter.',
  },
  arrows: { name: 'Arrows', is: 'Marks 12 to 16 feet down the lane; the target is a board at 15 feet.' },
  firstRead: { name: 'First read', is: 'Where the ball first turns, by a degree and a half.' },
  breakpoint: { name: 'Breakpoint', is: 'Where the path is furthest out, before it comes back.' },
  entry: { name: 'Entry', is: 'Board and angle at which the ball meets the pins.' },
  pocket: { name: 'Pocket', is: 'Between the first pin and its neighbour on the own side, around board 17.5.' },
  room: { name: 'Room', is: 'How many of this bowler’s shots come into the pocket with the misses that they have.' },
  phase: { name: 'Fresh, transition, broken down', is: 'How far play has moved the oil since the machine ran.' },
  trial: { name: 'Trial', is: 'Shots thrown to answer one question, with what is compared kept apart.' },
  control: {
    name: 'Control',
    is: 'The ball as it was, thrown again, so that lane and bowler can be told from the change.',
  },
  arm: { name: 'Arm', is: 'One of what a trial compares: a ball, a surface, a line or a bowler.' },
  blind: { name: 'Blind', is: 'The bowler does not see which arm is which until the verdict.' },
  setAside: { name: 'Set aside', is: 'A shot that does not count, with its reason; it stays in the list.' },
  verdict: { name: 'Verdict', is: 'What was concluded and how sure that is; it can be revised, its history stays.' },
  fitted: {
    name: 'Measured, fitted, assumed',
    is: 'Read with an instrument; found from this ball’s own shots; taken from how such balls behave.',
  },
  covered: {
    name: 'Covered',
    is: 'A ball here strikes nearly as often as the best of any kind would for this bowler.',
  },
  yardstick: { name: 'Yardstick', is: 'What this bowler could reach there with the best ball of any kind.' },
  spec: {
    name: 'Specification',
    is: 'What to look for in a ball that is not there yet: cover, strength, core, surface.',
  },
  role: { name: 'Role', is: 'When a ball of the bag is meant to be thrown: fresh, first change, late, spare.' },
  ballDown: { name: 'Ball down', is: 'Changing to a weaker ball as the lane dries, and moving feet and eyes with it.' },
  promise: { name: 'Promise', is: 'When a customer was told that the ball is ready.' },
  soak: { name: 'Soak', is: 'The time in warm water. The ball is wiped while warm, and cools before the spinner.' },
  lock: { name: 'Kept back', is: 'Until when a ball must not be played or worked on, such as while its holes dry.' },
  step: { name: 'Step', is: 'One pad or compound, so many sides, so many seconds each.' },
  extraction: {
    name: 'Extraction',
    is: 'Oil brought out of the cover with warm water, in the bath. Never an oven, a heat gun or the sun: covers crack.',
  },
  school: { name: 'School', is: 'How a shop or bowler decides when care is due: by games, by readings, by seasons.' },
}
