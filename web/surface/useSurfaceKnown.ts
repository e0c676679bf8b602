import type { SurfacePage } from '@sleetfall/contract'
import { type SurfaceNow, gritOfRa } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import type { Known } from '../controls/known.ts'
import { roundGrit, useSurfaceText } from './useSurfaceText.ts'

/** What a ball's surface, its games left and its oil rest on. */
export function useSurfaceKnown() {
  const { t } = useI18n()
  const text = useSurfaceText()
  const counted = (key: string, n: number) => t(`surface.known.${key}`, { n }, n)

  function surface(now: SurfaceNow): Known {
    const band = now.curve?.bandUm
    const read = now.curve?.readings.length ?? 0
    return {
      figure: text.grit(now),
      kind: now.provenance,
      source: text.why(now),
      ...(now.provenance === 'unknown'
        ? {}
        : { model: t(now.provenance === 'measured' ? 'surface.known.noModel' : 'surface.known.wear') }),
      data: `${counted('readings', read)} ${counted('games', now.gamesOnSurface)}`,
      band: band
        ? t('surface.known.band', { low: roundGrit(gritOfRa(band[1])), high: roundGrit(gritOfRa(band[0])) })
        : t('surface.known.noBand'),
      changes: t(now.provenance === 'measured' ? 'surface.known.nextGame' : 'surface.known.reading'),
    }
  }
  function gamesLeft(now: SurfaceNow): Known[] {
    const figure = text.gamesLeft(now)
    if (!figure) return []
    const [from, to] = now.gamesLeftRange ?? [null, null]
    return [
      {
        figure,
        kind: now.curve?.fitted ? 'fitted' : 'assumed',
        source: t('surface.known.toItsEdge', { target: text.target(now) }),
        model: t('surface.known.wear'),
        // Outside already: between none and none says nothing.
        ...(from === null || (to !== null && to < 0.5)
          ? {}
          : {
              band:
                to === null
                  ? t('surface.known.leftFrom', { from: Math.round(from) })
                  : t('surface.known.leftBand', { from: Math.round(from), to: Math.round(to) }),
            }),
        changes: t('surface.known.reading'),
      },
    ]
  }
  function oil(now: SurfaceNow, page?: Pick<SurfacePage, 'oilUl' | 'oilPairs'>): Known {
    const pairs = page?.oilPairs ?? 0
    return {
      figure: text.oil(now),
      kind: pairs > 0 ? 'fitted' : 'assumed',
      source: t('surface.known.oilSource'),
      model: t('surface.known.oilModel'),
      data: [
        text.oilWhy(now),
        counted('sinceOil', now.gamesSinceExtraction),
        ...(pairs > 0 ? [t('surface.page.oilCorrected', { n: pairs }, pairs)] : []),
      ].join('; '),
      ...(page
        ? {
            band: t('surface.known.oilBand', { low: Math.round(page.oilUl.low), high: Math.round(page.oilUl.high) }),
          }
        : {}),
      changes: t('surface.known.oilChanges'),
    }
  }
  return (now: SurfaceNow, page?: Pick<SurfacePage, 'oilUl' | 'oilPairs'>): Known[] => [
    surface(now),
    ...gamesLeft(now),
    oil(now, page),
  ]
}
