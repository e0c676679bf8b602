import type { BenchPlan, PlannedWork } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { type Block, clockOf, untilText } from './board.ts'

/** Words for work in the plan. */
export function useBlockText(plan: () => BenchPlan) {
  const { t } = useI18n()
  const stationName = (id: string) => plan().stations.find((one) => one.id === id)?.name ?? '–'
  const personName = (id: string | null) => plan().people.find((one) => one.id === id)?.name ?? t('plan.nobody')
  const nameOf = ({ chain }: Block) => chain.ballName
  /** What is done, by the steps that it is made of. */
  const workText = ({ kind, keys }: PlannedWork, pad: string | null | undefined = null) =>
    pad
      ? t('plan.workPad', { work: t(`works.${kind}`), pad })
      : `${t(`works.${kind}`)}: ${t(`bench.stepNames.${keys[0]!}`)}`
  const blockText = (block: Block) => {
    const { chain, work, slot, pad, attended, fault, overrun } = block
    const said = t('plan.block', {
      ...{ ball: chain.ballName, customer: chain.customerName, work: workText(work, pad) },
      ...{ from: clockOf(slot.start), to: untilText(slot.start, slot.end), station: stationName(slot.station) },
      who: attended ? personName(slot.person) : t('plan.byItself'),
    })
    const marks = [
      ...(work.running ? [t('plan.running')] : []),
      ...(work.locked ? [t('plan.locked')] : []),
      ...(overrun ? [t('plan.overrun')] : fault ? [t(`plan.faults.${fault}`)] : []),
    ]
    return [said, ...marks].join('. ')
  }
  return { stationName, personName, nameOf, workText, blockText }
}
