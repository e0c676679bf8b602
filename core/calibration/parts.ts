import { leastCalibrationShots } from './calibrate.ts'
import { strengthWeight } from './priors.ts'
import type {
  CalibrationFit,
  CalibrationQuestion,
  FittedBall,
  FittedParameter,
  FittedPattern,
  ParameterKind,
} from './types.ts'

/** A figure of which shots took away less than this share of the doubt stays as it was. */
export const toldFrom = 0.2

/** Parts of a bowler's release that shots told. */
export interface FittedRelease {
  readonly revRpm?: number
  readonly revSdRpm?: number
  readonly axisRotationDeg?: number
  readonly axisTiltDeg?: number
  readonly axisTiltSdDeg?: number
}
export interface CalibrationParts {
  readonly balls: ReadonlyMap<string, FittedBall>
  readonly patterns: ReadonlyMap<string, FittedPattern>
  readonly bowlers: ReadonlyMap<string, FittedRelease>
}

/**
 * What is taken over of a fit: of each ball with shots enough of its own, of each pattern and each bowler. What was fitted together goes
 * together, since one figure leans on the other; a figure that the shots hardly told stays as it was.
 */
export function calibrationParts(
  calibrationId: string,
  { setUps, shots }: Pick<CalibrationQuestion, 'setUps' | 'shots'>,
  fit: CalibrationFit,
): CalibrationParts {
  const gone = new Set(fit.shots.filter(({ leftOut }) => !leftOut).map(({ id }) => id))
  const counted = (of: 'ballId' | 'patternId' | 'bowlerId') => {
    const counts = new Map<string, number>()
    for (const { id, setUp } of shots)
      if (gone.has(id)) counts.set(setUps[setUp]![of], (counts.get(setUps[setUp]![of]) ?? 0) + 1)
    return counts
  }
  const find = (kind: ParameterKind, of: string) => fit.parameters.find((one) => one.kind === kind && one.of === of)
  const told = (kind: ParameterKind, of: string): FittedParameter | null => {
    const one = find(kind, of)
    return one && one.learnt >= toldFrom ? one : null
  }
  const factor = (kind: ParameterKind, of: string) => told(kind, of)?.value ?? 1
  const balls = [...counted('ballId')].flatMap(([ballId, count]): [string, FittedBall][] => {
    const strength = find('strength', ballId)
    if (count < leastCalibrationShots || !strength) return []
    const { cover } = setUps.find((one) => one.ballId === ballId)!
    const weight = strengthWeight(strength.sd)
    return [
      [
        ballId,
        {
          ...{ calibrationId, cover, strength: strength.value, low: strength.low, high: strength.high },
          ...{ oil: factor('oil', ballId), shots: count, weight, weighted: weight * Math.log(strength.value) },
        },
      ],
    ]
  })
  const patterns = [...counted('patternId')].flatMap(([id, count]): [string, FittedPattern][] =>
    told('lane', id) || told('residue', id)
      ? [[id, { calibrationId, lane: factor('lane', id), residue: factor('residue', id), shots: count }]]
      : [],
  )
  const bowlers = [...counted('bowlerId').keys()].flatMap((id): [string, FittedRelease][] => {
    const [revs, rotation, tilt] = [told('revs', id), told('rotation', id), told('tilt', id)]
    const part: FittedRelease = {
      ...(revs ? { revRpm: revs.value, revSdRpm: revs.sd } : {}),
      ...(rotation ? { axisRotationDeg: rotation.value } : {}),
      ...(tilt ? { axisTiltDeg: Math.max(0, tilt.value), axisTiltSdDeg: tilt.sd } : {}),
    }
    return Object.keys(part).length > 0 ? [[id, part]] : []
  })
  return { balls: new Map(balls), patterns: new Map(patterns), bowlers: new Map(bowlers) }
}
