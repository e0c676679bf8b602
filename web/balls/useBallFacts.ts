import type { Ball } from '@sleetfall/contract'
import { asymmetricFromIn } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { layoutText, quantityText } from '../controls/quantities.ts'
import { useSession } from '../shell/session.ts'
import { fixed } from '../controls/figures.ts'

type Row = readonly [label: string, value: string]
const thousandths = (valueIn: number | null | undefined) => (valueIn == null ? null : `${fixed(valueIn, 3)} in`)

/** A ball's record in rows of label and value; what nobody noted has none. */
export function useBallFacts() {
  const { t } = useI18n()
  const session = useSession()
  const show = (name: Parameters<typeof quantityText>[0], value: number | null | undefined) =>
    value == null ? null : quantityText(name, value, session.metric)
  const day = (text: string | null) => (text ? dayText(text) : null)
  const layoutOf = ({ drillingAngleDeg, pinToPapIn, valAngleDeg }: Ball) =>
    drillingAngleDeg == null || pinToPapIn == null || valAngleDeg == null
      ? null
      : layoutText({ drillingAngleDeg, pinToPapIn, valAngleDeg })
  const coreOf = ({ intermediateDifferentialIn: intermediate }: Ball) =>
    intermediate == null ? null : t(intermediate >= asymmetricFromIn ? 'balls.asymmetric' : 'balls.symmetric')
  const factoryOf = ({ factoryGrit, factorySource }: Ball) =>
    factoryGrit == null
      ? null
      : `${factoryGrit} (${factorySource ? t(`controls.sources.${factorySource}`) : t('controls.noSource')})`
  const fittedOf = ({ fitted }: Ball) =>
    fitted &&
    t('calibration.ballLine', {
      ...{ value: fixed(fitted.strength, 2), low: fixed(fitted.low, 2), high: fixed(fitted.high, 2) },
      n: fitted.shots,
    })
  const lookOf = ({ lastCheckedAt, lastFinding }: Ball) =>
    lastCheckedAt && lastFinding ? `${dayText(lastCheckedAt)}, ${t(`bench.findings.${lastFinding}`)}` : null
  return (ball: Ball): Row[] => {
    const rows: (readonly [string, string | null])[] = [
      [t('balls.fields.cover'), t(`balls.covers.${ball.cover}`)],
      [t('balls.fields.hardnessD'), show('hardnessD', ball.hardnessD)],
      [t('balls.fields.weightLb'), show('weightLb', ball.weightLb)],
      [t('balls.fields.rgIn'), thousandths(ball.rgIn)],
      [t('balls.fields.differentialIn'), thousandths(ball.differentialIn)],
      [t('balls.short.intermediate'), thousandths(ball.intermediateDifferentialIn)],
      [t('balls.fields.core'), coreOf(ball)],
      [t('balls.fields.pinDistanceIn'), show('pinDistanceIn', ball.pinDistanceIn)],
      [t('balls.fields.layout'), layoutOf(ball)],
      [t('balls.fields.factoryGrit'), factoryOf(ball)],
      [t('balls.fields.boughtOn'), day(ball.boughtOn)],
      [t('balls.fields.drilledOn'), day(ball.drilledOn)],
      [t('balls.fields.fitted'), fittedOf(ball)],
      [t('balls.lastLook'), lookOf(ball)],
      [t('balls.fields.place'), `${t(`balls.places.${ball.place}`)} ${ball.shelf}`.trim()],
    ]
    return rows.filter((row): row is Row => row[1] !== null)
  }
}
