<script setup lang="ts">
import { type Customer, type Page, ballSchema, customerSchema } from '@sleetfall/contract'
import { v4 as newId } from 'uuid'
import { onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBalls } from '../balls/store.ts'
import { useCustomers } from '../customers/store.ts'
import { get } from '../http/client.ts'
import { useNotices } from '../shell/notices.ts'

/** An invented bowler to look around with. */
const { t } = useI18n()
const [customers, balls, notices] = [useCustomers(), useBalls(), useNotices()]
const sampleId = ref<string | null>(null)
onMounted(() =>
  notices.attempt(async () => {
    const name = t('first.sample.customer')
    const found = await get<Page<Customer>>(`/customers?limit=1&q=${encodeURIComponent(name)}`)
    sampleId.value = found.items[0]?.id ?? null
  }),
)
const make = () =>
  notices.attempt(async () => {
    const id = newId()
    await customers.create(
      customerSchema.cast({
        ...{ id, name: t('first.sample.customer'), distinction: t('first.sample.distinction'), hand: 'right' },
        ...{ speedMph: 16.5, revRpm: 330, axisRotationDeg: 45, axisTiltDeg: 15, gamesPerWeek: 6 },
        ...{ speedSource: 'guessed', revSource: 'guessed', axisRotationSource: 'guessed', axisTiltSource: 'guessed' },
      }),
    )
    const usual = { customerId: id, weightLb: 15, place: 'customer', factorySource: 'stated' }
    const figures = { rgIn: 2.5, differentialIn: 0.045, pinDistanceIn: 3.5 }
    for (const own of [
      {
        name: t('first.sample.solid'),
        cover: 'solid',
        factoryGrit: 2000,
        targetGrit: 2000,
        gamesBefore: 12,
        ...figures,
      },
      { name: t('first.sample.urethane'), cover: 'urethane', factoryGrit: 1000, gamesBefore: 4, rgIn: 2.55 },
    ])
      await balls.create(ballSchema.cast({ id: newId(), ...usual, ...own }))
    sampleId.value = id
  })
</script>

<template>
  <div class="stack">
    <p>{{ t('first.sample.why') }}</p>
    <p v-if="sampleId" class="row">
      ● {{ t('first.sample.there') }} <v-btn :to="`/rack/${sampleId}`">{{ t('first.toRack') }}</v-btn>
    </p>
    <div v-else>
      <v-btn @click="make">{{ t('first.sample.make') }}</v-btn>
    </div>
  </div>
</template>
