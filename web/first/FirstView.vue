<script setup lang="ts">
import type { Shop } from '@sleetfall/contract'
import { useStorage } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import LoadState from '../controls/LoadState.vue'
import { get } from '../http/client.ts'
import PatternForm from '../lanes/PatternForm.vue'
import { usePatterns } from '../lanes/store.ts'
import StationForm from '../plan/StationForm.vue'
import { usePlan } from '../plan/store.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { usePads } from '../supplies/store.ts'
import FirstPads from './FirstPads.vue'
import FirstShop from './FirstShop.vue'
import { useOwnNames } from './useOwnNames.ts'
import { useSample } from './useSample.ts'

/** The first hour of a shop in five steps, each of which can be left out. */
const { t } = useI18n()
const [session, notices] = [useSession(), useNotices()]
const ownNames = useOwnNames()
const [plan, pads, patterns, sample] = [usePlan(), usePads(), usePatterns(), useSample()]
const shop = shallowRef<Shop | null>(null)
async function load() {
  await Promise.all([plan.load(), pads.load(), patterns.load()])
  await notices.attempt(async () => {
    ;[shop.value] = await Promise.all([get<Shop>('/shop'), sample.look()])
  })
}
onMounted(load)
const error = computed(() => plan.error ?? pads.error ?? patterns.error)
const steps = ['shop', 'stations', 'pads', 'pattern', 'sample'] as const
/** Where somebody was: they are called away in between. */
const at = useStorage('sleetfall.first.step', 0)
const step = computed(() => steps[Math.min(at.value, steps.length - 1)]!)
const stations = computed(() => plan.plan?.stations ?? [])
const isDone = computed((): Readonly<Record<(typeof steps)[number], boolean>> => ({
  // It has been saved since the start command made it.
  shop: (shop.value?.version ?? 1) > 1,
  stations: stations.value.length > 0,
  pads: pads.items.length > 0,
  pattern: patterns.items.length > 0,
  sample: sample.id.value !== null,
}))
const form = ref<'station' | 'pattern' | null>(null)
</script>

<template>
  <section class="panel stack first touch">
    <h1>{{ t('first.title') }}</h1>
    <p class="soft">{{ t('first.about') }}</p>
    <p v-if="!session.isOwner">{{ t('shop.ownerOnly') }}</p>
    <LoadState v-else :loaded="shop !== null" :error="error" @retry="load">
      <template v-if="shop">
        <ol class="steps">
          <li v-for="(one, n) in steps" :key="one">
            <v-btn
              variant="text"
              :aria-current="one === step ? 'step' : undefined"
              :aria-label="isDone[one] ? t('first.isDone', { step: t(`first.steps.${one}`) }) : undefined"
              @click="at = n"
              >{{ isDone[one] ? '●' : '○' }} {{ t(`first.steps.${one}`) }}</v-btn
            >
          </li>
        </ol>
        <h2>{{ t('first.stepOf', { n: at + 1, of: steps.length }) }}: {{ t(`first.steps.${step}`) }}</h2>
        <FirstShop v-if="step === 'shop'" v-model="shop" />
        <div v-else-if="step === 'stations'" class="stack">
          <p>{{ t('first.stations.why') }}</p>
          <ul>
            <li v-for="station in stations" :key="station.id">{{ station.name }}</li>
          </ul>
          <div class="row">
            <v-btn v-if="ownNames.named.value.length > 0" @click="notices.attempt(ownNames.take)">{{
              t('first.stations.rename', { names: ownNames.named.value.map(({ name }) => name).join(', ') })
            }}</v-btn>
            <v-btn @click="form = 'station'">{{ t('first.stations.add') }}</v-btn>
            <v-btn variant="text" to="/plan">{{ t('first.stations.plan') }}</v-btn>
          </div>
        </div>
        <FirstPads v-else-if="step === 'pads'" />
        <div v-else-if="step === 'pattern'" class="stack">
          <p>{{ t('first.pattern.why') }}</p>
          <p v-if="patterns.items.length > 0">
            ● {{ t('first.pattern.are', { names: patterns.items.map((one) => one.name).join(', ') }) }}
          </p>
          <div>
            <v-btn @click="form = 'pattern'">{{ t('first.pattern.add') }}</v-btn>
          </div>
        </div>
        <div v-else class="stack">
          <p>{{ t('first.sample.why') }}</p>
          <p v-if="sample.id.value" class="row">
            ● {{ t('first.sample.there') }} <v-btn :to="`/rack/${sample.id.value}`">{{ t('first.toRack') }}</v-btn>
          </p>
          <div v-else>
            <v-btn @click="notices.attempt(sample.make)">{{ t('first.sample.make') }}</v-btn>
          </div>
        </div>
        <div class="row foot">
          <v-btn v-if="at > 0" variant="text" @click="at -= 1">{{ t('first.back') }}</v-btn>
          <v-btn v-if="at < steps.length - 1" :class="{ 'next-action': isDone[step] }" @click="at += 1">{{
            t(isDone[step] ? 'first.next' : 'first.skip')
          }}</v-btn>
          <v-btn v-else class="next-action" to="/intake">{{ t('first.finish') }}</v-btn>
        </div>
      </template>
    </LoadState>
    <StationForm v-if="form === 'station'" :station="null" @close="form = null" />
    <PatternForm v-if="form === 'pattern'" @close="form = null" @saved="form = null" />
  </section>
</template>

<style scoped>
.first {
  max-width: 900px;
  gap: var(--gap-3);
}
.steps {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1);
  padding: 0;
  list-style: none;
}
.steps [aria-current='step'] {
  border-bottom: 4px solid var(--accent);
}
.foot {
  border-top: 1px solid var(--line);
  padding-top: var(--gap-3);
}
</style>
