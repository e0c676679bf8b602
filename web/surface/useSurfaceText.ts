import { type SurfaceNow, gritOfRa, scannerTopGrit } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'

/** Grit as people say it: to two digits, ~4300. */
export const roundGrit = (grit: number) => (grit >= 1000 ? Math.round(grit / 100) * 100 : Math.round(grit / 10) * 10)

/** Roughness (µm) as a scanner shows it: finer than it reads is '> 5500', never a grit of its own. */
export function scannedText(raUm: number): string {
  const grit = gritOfRa(raUm)
  return grit > scannerTopGrit ? `> ${scannerTopGrit}` : String(roundGrit(grit))
}

/** A reading as it counts: at the top of its range the scanner only tells a bound. */
export const readingText = (grit: number): string =>
  grit >= scannerTopGrit ? `≥ ${scannerTopGrit}` : String(roundGrit(grit))

/** Signs of a surface's state: shape first, word beside it. */
export const statusSign: Readonly<Record<SurfaceNow['status'], string>> = {
  'in-window': '●',
  'leaves-soon': '◐',
  'too-smooth': '▲',
  'too-rough': '▼',
  accepted: '·',
  unknown: '○',
}

type Judged = Pick<SurfaceNow, 'status' | 'provenance'>
/** Outside by assumed wear alone, which nobody has looked at: likely, and worth a reading before it is worth work. */
export const onlyLikely = ({ status, provenance }: Judged) =>
  provenance === 'assumed' && (status === 'too-smooth' || status === 'too-rough')
export const signOf = (now: Judged) => (onlyLikely(now) ? '◐' : statusSign[now.status])

/** Words for a ball's surface and oil, each with where the figure comes from. */
export function useSurfaceText() {
  const { t } = useI18n()
  const grit = (now: SurfaceNow) =>
    now.grit === null
      ? t('surface.gritNone')
      : now.grit > scannerTopGrit
        ? t('surface.gritPolish', { top: scannerTopGrit })
        : t('surface.grit', { grit: roundGrit(now.grit) })
  /** A target finer than the scanner reads is polish: nobody sands to 8400. */
  const target = (now: SurfaceNow) =>
    now.window ? t('surface.target', { grit: finishName(now.window.targetGrit) }) : t('surface.noTarget')
  const finishName = (targetGrit: number) =>
    targetGrit > scannerTopGrit ? t('surface.polish') : String(roundGrit(targetGrit))
  const gamesLeft = (now: SurfaceNow) =>
    now.status === 'unknown' || !now.asked
      ? ''
      : now.gamesLeft === null
        ? t('surface.gamesLeftNone')
        : now.gamesLeft < 0.5
          ? t('surface.gamesLeftZero')
          : t('surface.gamesLeft', Math.round(now.gamesLeft))
  /** Readings after games that the curve was fitted to. */
  const fittedTo = (now: SurfaceNow) => now.curve?.readings.filter((one) => one.games > 0).length ?? 0
  const why = (now: SurfaceNow) =>
    now.provenance === 'fitted' && now.curve?.fitted
      ? t('surface.fittedWhy', { n: fittedTo(now) }, fittedTo(now)) +
        (now.gamesSinceScan === 0 && now.lastScan
          ? `. ${t('surface.justRead', { grit: readingText(now.lastScan.grit) })}`
          : '')
      : t(`surface.provenanceWhy.${now.provenance}`, { games: now.gamesSinceScan ?? 0 })
  const oil = (now: SurfaceNow) => t('surface.oil', { percent: Math.round(100 * now.oilShare) })
  const oilWhy = (now: SurfaceNow) =>
    t('surface.oilEstimate', { soaked: Math.round(now.oil.soakedUl), film: Math.round(now.oil.filmUl) })
  const status = (now: SurfaceNow) => {
    const plain = t(`surface.status.${now.status}`)
    return onlyLikely(now) ? t('surface.likely', { status: plain }) : plain
  }
  const whole = (now: SurfaceNow) =>
    t('surface.gauge', { status: status(now), grit: grit(now), target: target(now), oil: oil(now) })
  return { grit, target, finishName, gamesLeft, why, oil, oilWhy, status, whole }
}
