import type { Calibration, CalibrationEntry } from '@sleetfall/contract'
import { type FittedParameter, type ParameterKind, toldFrom } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { shown } from '../controls/quantities.ts'
import { useSession } from '../shell/session.ts'
import { fixed } from '../controls/figures.ts'
import { unitText } from '../i18n.ts'

/** Figures that are only of these shots: none of a ball, a lane or a record. */
export const ofShotsOnly: readonly ParameterKind[] = ['speed', 'laydown']

const decimals: Readonly<Record<Exclude<ParameterKind, 'speed'>, number>> = {
  ...{ strength: 2, oil: 2, lane: 2, residue: 2 },
  ...{ revs: 0, rotation: 0, tilt: 0, laydown: 1 },
}

/** A fit in words and figures. */
export function useFitText() {
  const { t } = useI18n()
  const session = useSession()
  const name = (one: Calibration, { kind, of }: Pick<FittedParameter, 'kind' | 'of'>) =>
    t(`calibration.kinds.${kind}`, { of: one.names[of] ?? '–' })
  function value(kind: ParameterKind, figure: number): string {
    if (kind === 'speed') return shown('speedMph', session.preferences.units === 'metric').format(figure)
    return fixed(figure, decimals[kind]).replace('-', '−')
  }
  function unit(kind: ParameterKind): string {
    if (kind === 'speed') return shown('speedMph', session.preferences.units === 'metric').unit
    if (kind === 'revs') return unitText('rpm')
    if (kind === 'rotation' || kind === 'tilt') return '°'
    return kind === 'laydown' ? t('calibration.boards') : ''
  }
  /** What is taken over of it. */
  const stays = ({ kind, learnt }: FittedParameter) =>
    kind !== 'strength' && !ofShotsOnly.includes(kind) && learnt < toldFrom
  const state = ({ inForce, takenAt, undoneAt }: Pick<CalibrationEntry, 'inForce' | 'takenAt' | 'undoneAt'>) =>
    inForce
      ? t('calibration.states.inForce')
      : takenAt === null
        ? t('calibration.states.proposed')
        : undoneAt === null
          ? t('calibration.states.replaced')
          : t('calibration.states.undone', { day: dayText(undoneAt) })
  return { name, value, unit, stays, state }
}
