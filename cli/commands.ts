import {
  type Checked,
  type FieldProblem,
  compareSchema,
  diagnoseSchema,
  flareSchema,
  filmSchema,
  layoutInputSchema,
  linesSchema,
  planQuestion,
  planSchema,
  practiceSchema,
  roomSchema,
  type SimulateInput,
  simulateSchema,
  wearSchema,
  wrong,
} from '@sleetfall/contract'
import {
  bestLines,
  clearanceIn,
  type ComparedShot,
  compareVariants,
  crossedContrasts,
  designs,
  diagnose,
  signsOf,
  type Drilled,
  type Drilling,
  drilledBall,
  drillingProblems,
  filmAfterShots,
  filmByFoot,
  filmOf,
  fitWear,
  flareRings,
  fromDistances,
  gritOfBand,
  influenceOf,
  judge,
  type Friction,
  type Layout,
  layoutMarks,
  leavesWindowAt,
  patternFigures,
  placeOfVector,
  practiceAgreement,
  roomForError,
  scheduleOf,
  simulate as simulateShot,
  transitionDefaults,
  usualLines,
} from '@sleetfall/core'
import { openSolver } from '@sleetfall/core/solver'
import { check } from './check.ts'
import { coverageCommand } from './coverage.ts'

/** A headless command: one JSON value in, one out, or the problems of the input. */
export type Command = (input: unknown) => Checked<unknown>

function film(input: unknown): Checked<unknown> {
  const checked = check(filmSchema, input)
  if (!checked.ok) return checked
  const { loads } = checked.value
  const { lengthFt, volumeMl, ratio, exitBoard, lengthClass, volumeClass, shape } = patternFigures(loads)
  const figures = { lengthFt, volumeMl, ratio, exitBoard, class: lengthClass, volumeClass, shape }
  return { ok: true, value: { ...figures, filmUm: filmByFoot(filmOf(loads)) } }
}

/** Least squares, with what each shot does to the first difference by being there. */
const leastSquares = (shots: readonly ComparedShot[]) => ({
  ...compareVariants(shots),
  influence: influenceOf(shots, compareVariants),
})

function compare(input: unknown): Checked<unknown> {
  const checked = check(compareSchema, input)
  if (!checked.ok) return checked
  const { measure, prior, arms, matters, design, levels } = checked.value
  const place = (variant: string) => arms?.indexOf(variant) ?? 0
  const shots = [...checked.value.shots].sort((a, b) => place(a.variant) - place(b.variant))
  const orders = design === undefined ? {} : { design, cannotTell: designs[design].cannotTell }
  if (prior === 'none') return { ok: true, value: { ...leastSquares(shots), ...orders } }
  const crossed = crossedContrasts((levels ?? []).map((of, i) => ({ arm: i + 1, levels: of })))
  const named = crossed.map(({ effect, contrast }) => ({
    effect,
    weights: Object.fromEntries(Object.entries(contrast.weights).map(([arm, by]) => [arms![Number(arm) - 1]!, by])),
  }))
  const contrasts = named.map(({ effect, weights }) => ({ name: effect.name, weights }))
  const { contrasts: told, ...judged } = judge(shots, { measure, matters, contrasts })
  const effects = named.map(({ effect }, i) => ({ ...effect, ...told[i] }))
  return { ok: true, value: { ...judged, ...orders, ...(levels ? { crossed: effects } : {}) } }
}

/** Causes for what was seen, ranked, and what to try next. */
function diagnosis(input: unknown): Checked<unknown> {
  const checked = check(diagnoseSchema, input)
  if (!checked.ok) return checked
  const { hand, style, pattern, ball, signs, absent, leaves, done } = checked.value
  const shot = { flags: [], read: null, execution: null, targetBoard: null, entryBoard: null }
  const read = signsOf(
    leaves.map((leave) => ({ ...shot, leave })),
    hand,
  )
  const { cover, polished, oilShare, surface, gamesSinceCleaning } = ball
  const facts = {
    ...{ ...pattern, oilShare, surface, polished, gamesSinceCleaning, style },
    cover: cover === null ? null : cover === 'polyester' ? 'plastic' : cover === 'urethane' ? 'urethane' : 'reactive',
  } as const
  const { causes, next, doubtBits } = diagnose({ facts, signs: [...new Set([...signs, ...read])], absent, done })
  return { ok: true, value: { causes, next, doubtBits } }
}

/** Friction as core takes it: a film in use is worked out from the shots before. */
function frictionOf(input: SimulateInput['friction']): Friction {
  if (input.kind !== 'film' || !input.after) return input as Friction
  const { shots, lines, stripShare, carryShare } = input.after
  const wear = {
    stripShare: stripShare ?? transitionDefaults.stripShare,
    carryShare: carryShare ?? transitionDefaults.carryShare,
  }
  const track = lines?.map((line) => ({
    share: line.share,
    points: line.points.map(([ft, board]): [number, number] => [ft!, board!]),
  }))
  return { ...input, filmUm: filmAfterShots(filmOf(input.loads), shots, track ?? usualLines, wear).filmUm } as Friction
}

function simulate(input: unknown): Checked<unknown> {
  const checked = check(simulateSchema, input)
  if (!checked.ok) return checked
  return { ok: true, value: simulateShot({ ...checked.value, friction: frictionOf(checked.value.friction) }) }
}

/** Flare rings of a shot on the ball, and how far its holes stay clear of them. */
function flare(input: unknown): Checked<unknown> {
  const checked = check(flareSchema, input)
  if (!checked.ok) return checked
  const { pap, holes, ...shot } = checked.value
  const asked = { ...shot, friction: frictionOf(shot.friction) }
  const rings = flareRings(asked, pap)
  const radiusIn = shot.ball.diameterIn / 2
  return {
    ok: true,
    value: {
      rings: rings.map(({ axis, arcDeg, atFt }) => {
        const { longitude, latitude } = placeOfVector(axis)
        const arcIn = (arcDeg * Math.PI * radiusIn) / 180
        return { axisOverIn: longitude * radiusIn, axisUpIn: latitude * radiusIn, arcIn, atFt }
      }),
      clearanceIn: Object.fromEntries(holes.map((hole) => [hole.name, clearanceIn(hole, rings, shot.ball.diameterIn)])),
      flareIn: simulateShot(asked).flareIn,
    },
  }
}

function room(input: unknown): Checked<unknown> {
  const checked = check(roomSchema, input)
  if (!checked.ok) return checked
  const { spread, samples, seed, ...shot } = checked.value
  return { ok: true, value: roomForError({ ...shot, friction: frictionOf(shot.friction) }, { spread, samples, seed }) }
}

function line(input: unknown): Checked<unknown> {
  const checked = check(linesSchema, input)
  if (!checked.ok) return checked
  const { spread, samples, seed, playable, ...shot } = checked.value
  const [laydown, target] = [playable.laydown, playable.target].map(([min, max]): [number, number] => [min!, max!]) as [
    [number, number],
    [number, number],
  ]
  const lines = bestLines(
    { ...shot, friction: frictionOf(shot.friction) },
    { laydown, target },
    { spread, samples, seed },
  )
  return { ok: true, value: lines }
}

/** What a layout's figures cannot be, in the words of the other messages. */
function impossible(problem: Extract<ReturnType<typeof fromDistances>, { ok: false }>['problem']): FieldProblem {
  const inches = (value: number) => value.toFixed(3)
  if (problem.reason === 'psa-to-pap')
    return {
      path: 'psaToPapIn',
      said: wrong('psaToPap', 'withThisPin', { min: inches(problem.minIn), max: inches(problem.maxIn) }),
    }
  if (problem.reason === 'pin-buffer')
    return { path: 'pinBufferIn', said: wrong('pinBuffer', 'withThisPin', { min: 0, max: inches(problem.maxIn) }) }
  return { path: 'pinToPapIn', said: wrong('pinToPap', 'overZero') }
}

/** Layout in both notations with its marks, and the drilled ball where a blank is given. */
function layoutOf(input: unknown): Checked<{ layout: object; drilling: Drilling | null }> {
  const checked = check(layoutInputSchema, input)
  if (!checked.ok) return checked
  const { value } = checked
  const pap = { overIn: value.papOverIn, upIn: value.papUpIn }
  const { diameterIn } = value
  let layouts: readonly Layout[]
  if ('drillingAngleDeg' in value) {
    const { drillingAngleDeg, pinToPapIn, valAngleDeg } = value
    layouts = [{ drillingAngleDeg, pinToPapIn, valAngleDeg }]
  } else {
    const result = fromDistances(value, diameterIn)
    if (!result.ok) return { ok: false, fields: [impossible(result.problem)] }
    layouts = result.layouts
  }
  const [layout, other] = layouts
  const full = (one: Layout) => ({ ...one, ...layoutMarks(one, pap, diameterIn) })
  const { ball, holes, coverDensityGcc, shells, cg } = value
  return {
    ok: true,
    value: {
      layout: { ...full(layout!), ...(other ? { otherSolution: full(other) } : {}) },
      drilling: ball
        ? ({ ball, holes, coverDensityGcc, shells, cg, layout: layout!, pap, diameterIn } as Drilling)
        : null,
    },
  }
}

function layout(input: unknown): Checked<unknown> {
  const read = layoutOf(input)
  if (!read.ok) return read
  const { drilling, layout: figures } = read.value
  if (!drilling) return { ok: true, value: { layout: figures, drilled: null } }
  const figuresOf = ({ weightLb, rgIn, differentialIn, intermediateDifferentialIn }: Drilled) => ({
    ...{ weightLb, rgIn, differentialIn, intermediateDifferentialIn },
  })
  const drilled = figuresOf(drilledBall({ ...drilling, wholeCylinders: true }))
  const once = drilledBall(drilling)
  const meets = drillingProblems(drilling, once).filter((problem) => problem.kind === 'meet')
  return {
    ok: true,
    // Holes as whole cylinders; where two meet inside, what they share was not there to be taken off twice.
    value: { layout: figures, drilled, ...(meets.length > 0 ? { meets, drilledOnce: figuresOf(once) } : {}) },
  }
}

function drill(input: unknown): Checked<unknown> {
  const read = layoutOf(input)
  if (!read.ok) return read
  const { drilling, layout: figures } = read.value
  if (!drilling) return { ok: false, fields: [{ path: 'ball', said: wrong('ball', 'needsBlank') }] }
  const drilled = drilledBall(drilling)
  return { ok: true, value: { layout: figures, drilled, problems: drillingProblems(drilling, drilled) } }
}

/** Wear of a ball's surface fitted to its own readings. */
function wear(input: unknown): Checked<unknown> {
  const checked = check(wearSchema, input)
  if (!checked.ok) return checked
  const { cover, startRaUm, readings, gamesPerWeek, window, at } = checked.value
  const fitted = fitWear(cover, startRaUm, readings)
  const curve = at.map((games) => {
    const band = fitted.at(games)
    return { ...band, grit: gritOfBand(band) }
  })
  const leaves = window ? leavesWindowAt(fitted, window) : null
  return {
    ok: true,
    value: {
      fit: fitted.fit,
      curve,
      leavesWindowAtGames: leaves,
      leavesWindowInWeeks: leaves === null || gamesPerWeek === 0 ? null : leaves / gamesPerWeek,
    },
  }
}

/** The engine's own best surfaces against the starting-surface table. */
function practice(input: unknown): Checked<unknown> {
  const checked = check(practiceSchema, input)
  return checked.ok ? { ok: true, value: practiceAgreement(checked.value.cells) } : checked
}

/** The bench's plan: where and when each operation of the jobs, and what is late. */
function plan(input: unknown): Checked<unknown> {
  const checked = check(planSchema, input)
  if (!checked.ok) return checked
  const { seed, milliseconds } = checked.value
  const { slots, late, unplaced, clashes, cost, optimal, lateBound, nightsBound } = scheduleOf(
    planQuestion(checked.value),
    { seed, milliseconds, clock: () => performance.now() },
  )
  return {
    ok: true,
    value: {
      operations: slots,
      late,
      optimal,
      unplaced,
      clashes,
      cost,
      bound: { late: lateBound, nights: nightsBound },
    },
  }
}

export const commands: Readonly<Record<string, Command>> = {
  film,
  compare,
  simulate,
  flare,
  room,
  line,
  layout,
  drill,
  wear,
  practice,
  diagnose: diagnosis,
  plan,
}

/** Names of all commands. */
export const commandNames = [...Object.keys(commands), 'coverage']
/** A command by its name; the solver of plans is loaded only for the one that needs it. */
export const openCommand = async (name: string): Promise<Command | undefined> =>
  name === 'coverage' ? coverageCommand(await openSolver()) : Object.hasOwn(commands, name) ? commands[name] : undefined
