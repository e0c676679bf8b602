/** What each rule of thumb advises, why, and who holds it where practitioners part ways. */
export const adviceWords = {
  earlier: {
    advice: 'Go a step coarser.',
    reason: 'A rougher cover finds traction sooner, so the ball reads earlier.',
    school: '',
  },
  later: { advice: 'Go a step finer.', reason: 'A smoother cover skids further before it reads.', school: '' },
  'more-finish': {
    advice: 'Go finer, not coarser.',
    reason: 'Less is spent early, so more is left for the finish.',
    school: '',
  },
  'calm-a-shiny-ball': {
    advice: 'Take the shine down to 4000.',
    reason: 'It calms the change of direction and does little else.',
    school: '',
  },
  'mid-lane-on-little-oil': {
    advice: '3000 is enough on this little oil.',
    reason: 'It picks up the middle of the lane and still clears the fronts.',
    school: '',
  },
  'medium-or-long': {
    advice: '2000 for a medium or long pattern.',
    reason: 'Enough bite without killing the ball.',
    school: '',
  },
  'oily-fronts-or-speed': {
    advice: '1000, since there is more speed than revs.',
    reason: 'It slows the ball sooner and gives it time to roll.',
    school: '',
  },
  'urethane-on-short': {
    advice: 'Urethane at 1000 on a short pattern.',
    reason: 'It starts early, rolls early and holds the pocket.',
    school: '',
  },
  'very-early': {
    advice: '500 for long or heavy oil with this kind of ball.',
    reason: 'It must start very early to make the corner.',
    school: 'usable in its place; others say that coarser than 1000 spoils a cover',
  },
  'not-coarse-on-dry-fronts': {
    advice: 'Not 500 or coarser on fronts of little oil.',
    reason: 'The ball cannot clear the front and is spent.',
    school: '',
  },
  'straight-urethane': {
    advice: '500, as even as it can be done.',
    reason: 'Urethane that runs straight lacks teeth; unevenness shows as a wobble.',
    school: '',
  },
  'league-and-enough': {
    advice: 'Leave the surface alone while the ball hooks enough.',
    reason: 'On a house pattern a worn, known surface is worth more than a fresh one.',
    school: 'lane shine',
  },
  'strip-polish': {
    advice: 'Take the polish off: 500 on the spinner, then 2000 over it.',
    reason: 'On a flatter or oilier pattern shine leaves nothing to read with; by hand it does not come off evenly.',
    school: '',
  },
  'burns-on-friction': {
    advice: 'Move to more oil first; if that is not enough, polish.',
    reason: 'A dull ball that rolls out has spent itself on friction.',
    school: 'move first',
  },
  'house-friction': {
    advice: 'Polish, and stay near the friction.',
    reason: 'Length keeps a high-rev ball usable where there is friction to find.',
    school: '',
  },
  'strong-ball-on-league': {
    advice: 'Let it go to lane shine; add no surface.',
    reason: 'A very strong cover on league oil has bite to spare.',
    school: 'lane shine',
  },
  'heavy-and-long': {
    advice: 'Surface on a strong ball is justified here.',
    reason: 'About 30 mL over 45 ft asks for it.',
    school: '',
  },
  'sand-a-pearl': {
    advice: 'Sand the pearl when even the strong solid cannot hook.',
    reason: 'Its cover still has friction that the solid has spent earlier.',
    school: 'sanded pearl; others take a stronger solid',
  },
  'separate-twins': {
    advice: 'Give one of the two near-identical balls less surface.',
    reason: 'Two balls that do the same are one ball.',
    school: '',
  },
  'speed-on-heavy': {
    advice: '320 to 400 on the heavy-oil ball, the coarser the more speed.',
    reason: 'With this much speed nothing else slows the ball in time.',
    school: 'coarse is normal here; others never go under 500',
  },
  'speed-second-ball': {
    advice: 'A fine fibre pad or 1000 on the second ball.',
    reason: 'Medium-dry lanes still need some bite for this style.',
    school: '',
  },
  'no-polish-for-speed': {
    advice: 'No polish for a speed-dominant bowler.',
    reason: 'The ball has no time left to react.',
    school: 'never; others allow it in league',
  },
  'control-on-difficult': {
    advice: 'Early, controllable motion rather than late and sharp.',
    reason: 'A difficult pattern punishes what cannot be repeated.',
    school: '',
  },
  'loses-everything': {
    advice: 'Bring it back to its recipe before anything else.',
    reason: 'It has worn out of its window; this is the cheapest thing to undo.',
    school: '',
  },
  'lines-under-gloss': {
    advice: 'If it is to stay polished: 1500 first, and leave its lines below the gloss.',
    reason: 'The base under a polish decides more than the polish.',
    school: '1500 with lines left; others 1000 or 2000 under it',
  },
  'own-grit-at-once': {
    advice: 'A new ball: put your own repeatable grit on at once.',
    reason: 'A maker’s finish cannot be brought back the same way; your own can.',
    school: 'own grit at once; others keep it as near to the box as they can',
  },
  'wipe-before-changing': {
    advice: 'Wipe it first: the surface is where it should be.',
    reason: 'Oil on the cover delays a ball too, and a wipe is undone by itself.',
    school: 'wipe first; others change the surface first',
  },
  'know-it-first': {
    advice: 'Read the surface first.',
    reason: 'Advice on a surface that nobody knows is a guess.',
    school: '',
  },
  'let-it-settle': {
    advice: 'Bowl one or two games more before judging; ten on a new ball.',
    reason: 'A fresh surface has to redevelop its track.',
    school: '',
  },
  'clean-now': {
    advice: 'Clean it now, right after play.',
    reason: 'Oil left on the cover soaks in overnight.',
    school: '',
  },
  'dull-cleaner': {
    advice: 'Use a cleaner for dull covers, a gel or cream; little of it.',
    reason: 'It lifts oil out of the texture without shining it.',
    school: 'by finish; others use one for all',
  },
  'shiny-cleaner': {
    advice: 'Use a spray cleaner made for polished covers; little of it.',
    reason: 'A cleaner with bite would dull the shine.',
    school: 'by finish; others use one for all',
  },
  'cleaned-is-not-resurfaced': {
    advice: 'Cleaning alone will not do: the texture is worn.',
    reason: 'A cleaner takes oil, not lane shine; the surface has left its window.',
    school: '',
  },
  'every-series': {
    advice: 'A light touch-up after each series keeps it the same every time.',
    reason: 'Most of the change of a fresh surface happens within three games.',
    school: 'every three games; others after 15, after 50, or never',
  },
  'fifty-games': {
    advice: 'A full resurface is due.',
    reason: 'Fifty games is the usual mark in the shop.',
    school: 'fixed games',
  },
  'oil-out': {
    advice: 'Extract the oil, then resurface.',
    reason: 'A ball that stopped hooking holds oil; hot water does not bring the finish back.',
    school: '',
  },
  'heavy-with-oil': {
    advice: 'The estimate says that it holds half of what it can: extract the oil.',
    reason: 'Friction falls as the cover fills.',
    school: '',
  },
  'no-extraction': {
    advice: 'No extraction: wipe and clean.',
    reason: 'Polyester takes up none and urethane hardly any.',
    school: '',
  },
  'surface-before-drill': {
    advice: 'Change the surface before drilling again, plugging or selling.',
    reason: 'It is the cheapest remedy, and the only one that can be undone.',
    school: '',
  },
}
