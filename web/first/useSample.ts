import { type Customer, type Page, ballSchema, customerSchema } from '@sleetfall/contract'
import { v4 as newId } from 'uuid'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBalls } from '../balls/store.ts'
import { useCustomers } from '../customers/store.ts'
import { get } from '../http/client.ts'

/** An invented bowler with two balls, to look around with: whether they are there, and how they come to be. */
export function useSample() {
  const { t } = useI18n()
  const [customers, balls] = [useCustomers(), useBalls()]
  const id = ref<string | null>(null)
  async function look(): Promise<void> {
    const name = encodeURIComponent(t('first.sample.customer'))
    id.value = (await get<Page<Customer>>(`/customers?limit=1&q=${name}`)).items[0]?.id ?? null
  }
  async function make(): Promise<void> {
    const customerId = newId()
    await customers.create(
      customerSchema.cast({
        ...{
          id: customerId,
          name: t('first.sample.customer'),
          distinction: t('first.sample.distinction'),
          hand: 'right',
        },
        ...{ speedMph: 16.5, revRpm: 330, axisRotationDeg: 45, axisTiltDeg: 15, gamesPerWeek: 6 },
        ...{ speedSource: 'guessed', revSource: 'guessed', axisRotationSource: 'guessed', axisTiltSource: 'guessed' },
      }),
    )
    const both = { customerId, weightLb: 15, place: 'customer', factorySource: 'stated' }
    for (const own of [
      {
        ...{ name: t('first.sample.solid'), cover: 'solid', factoryGrit: 2000, targetGrit: 2000, gamesBefore: 12 },
        ...{ rgIn: 2.5, differentialIn: 0.045, pinDistanceIn: 3.5 },
      },
      { name: t('first.sample.urethane'), cover: 'urethane', factoryGrit: 1000, gamesBefore: 4, rgIn: 2.55 },
    ])
      await balls.create(ballSchema.cast({ id: newId(), ...both, ...own }))
    id.value = customerId
  }
  return { id, look, make }
}
