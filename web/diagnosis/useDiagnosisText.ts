import type { StoredDiagnosis } from '@sleetfall/contract'
import type { NextTest, RankedCause } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import type { Known } from '../controls/known.ts'

const percent = (share: number) => Math.round(100 * share)
/** So many reasons are told for a cause and against it. */
const mostReasons = 3

/** Words for what a case says. */
export function useDiagnosisText() {
  const { t } = useI18n()
  const reason = ({ kind, name, outcome }: RankedCause['because'][number]): string => {
    if (kind === 'fact') return t(`diagnosis.facts.${name}`)
    if (kind === 'test')
      return t('diagnosis.reasons.test', {
        test: t(`diagnosis.tests.${name}`),
        outcome: t(`diagnosis.outcomes.${outcome}`),
      })
    return t(`diagnosis.reasons.${kind === 'sign' ? 'seen' : 'absent'}`, { what: t(`diagnosis.signs.${name}`) })
  }
  /** What speaks for a cause and what against it, the strongest first. */
  function reasons({ because }: RankedCause): string[] {
    const of = (holds: (times: number) => boolean, key: string) => {
      const list = because.filter(({ times }) => holds(times)).slice(0, mostReasons)
      return list.length === 0 ? [] : [t(key, { what: list.map(reason).join('; ') })]
    }
    const told = [...of((times) => times > 1, 'diagnosis.because'), ...of((times) => times < 1, 'diagnosis.against')]
    return told.length === 0 ? [t('diagnosis.reasons.nothing')] : told
  }
  /** What the likelihood of the first cause rests on. */
  function known({ ownCases, ranked }: StoredDiagnosis): Known[] {
    const [first] = ranked.causes
    if (!first) return []
    return [
      {
        figure: `${t(`diagnosis.causes.${first.cause}`)}: ${percent(first.probability)} %`,
        kind: ownCases === 0 ? 'assumed' : 'fitted',
        source: t('diagnosis.likely', {
          cases: ownCases === 0 ? t('diagnosis.restsOnTable') : t('diagnosis.restsOnCases', { n: ownCases }, ownCases),
        }),
        model: t('diagnosis.known.model'),
        data: reasons(first).join(' '),
        band: t('diagnosis.known.band'),
        changes: t('diagnosis.known.changes'),
      },
    ]
  }
  /** How much of the doubt a test is expected to take away. */
  const worth = ({ informationBits }: NextTest, doubtBits: number) =>
    doubtBits === 0 ? 0 : percent(informationBits / doubtBits)
  const leads = ({ wouldLead }: NextTest) =>
    wouldLead.map(({ outcome, chance, to }) =>
      t('diagnosis.wouldLead', {
        outcome: t(`diagnosis.outcomes.${outcome}`),
        percent: percent(chance),
        cause: t(`diagnosis.causes.${to}`),
      }),
    )
  return { reasons, known, worth, leads, percent }
}
