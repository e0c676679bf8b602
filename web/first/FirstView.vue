<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed, onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import PatternForm from '../lanes/PatternForm.vue'
import { usePatterns } from '../lanes/store.ts'
import StationForm from '../plan/StationForm.vue'
import { usePlan } from '../plan/store.ts'
import { usePads } from '../supplies/store.ts'
import FirstPads from './FirstPads.vue'
import FirstSample from './FirstSample.vue'
import FirstShop from './FirstShop.vue'

/** The first hour of a shop in five steps, each of which can be left out. */
const { t } = useI18n()
const [plan, pads, patterns] = [usePlan(), usePads(), usePatterns()]
onMounted(() => Promise.all([plan.load(), pads.load(), patterns.load()]))
const steps = ['shop', 'stations', 'pads', 'pattern', 'sample'] as const
/** Where somebody was: they are called away in between. */
const at = useStorage('sleetfall.first.step', 0)
const step = computed(() => steps[Math.min(at.value, steps.length - 1)]!)
const stations = computed(() => plan.plan?.stations ?? [])
const isDone = computed((): Readonly<Record<(typeof steps)[number], boolean>> => ({
  shop: at.value > 0,
  stations: stations.value.length > 0,
  pads: pads.items.length > 0,
  pattern: patterns.items.length > 0,
  sample: false,
}))
const form = ref<'station' | 'pattern' | null>(null)
</script>

<template>
  <section class="panel stack first touch">
    <h1>{{ t('first.title') }}</h1>
    <p class="soft">{{ t('first.about') }}</p>
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
    <FirstShop v-if="step === 'shop'" />
    <div v-else-if="step === 'stations'" class="stack">
      <p>{{ t('first.stations.why') }}</p>
      <ul>
        <li v-for="station in stations" :key="station.id">{{ station.name }}</li>
      </ul>
      <div class="row">
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
    <FirstSample v-else />
    <div class="row foot">
      <v-btn v-if="at > 0" variant="text" @click="at -= 1">{{ t('first.back') }}</v-btn>
      <v-btn v-if="at < steps.length - 1" class="next-action" @click="at += 1">{{
        isDone[step] || step === 'shop' ? t('first.next') : t('first.skip')
      }}</v-btn>
      <v-btn v-else class="next-action" to="/intake">{{ t('first.finish') }}</v-btn>
    </div>
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
