<script setup lang="ts">
import type { Customer } from '@sleetfall/contract'
import {
  type Measured,
  limits,
  papFromRing,
  revsFromDistance,
  revsFromFrames,
  speedFromTimes,
  tiltFromTrack,
} from '@sleetfall/core'
import { computed, reactive } from 'vue'
import { useI18n } from 'vue-i18n'
import { useCustomers } from '../customers/store.ts'
import { useNotices } from '../shell/notices.ts'
import { fixed } from '../controls/figures.ts'

/** Finds speed, rev rate, tilt and PAP from what can be measured at the lane and on the ball; each with what it is worth. */
const props = defineProps<{ customer: Customer }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const customers = useCustomers()
const notices = useNotices()
type Text = string | number
const typed = reactive<Record<string, Text>>({
  distanceFt: 60,
  fromS: '',
  toS: '',
  sdS: 0.03,
  turns: '',
  frames: '',
  fps: 60,
  overFt: '',
  ringIn: '',
  ...Object.fromEntries(
    [1, 2, 3, 4].flatMap((n) => [
      [`over${n}`, ''],
      [`up${n}`, ''],
    ]),
  ),
})
const number = (key: string): number | null => {
  const text = String(typed[key] ?? '')
    .trim()
    .replace(',', '.')
  return text === '' || !Number.isFinite(Number(text)) ? null : Number(text)
}
const positive = (...keys: string[]) => keys.every((key) => (number(key) ?? 0) > 0)

const speed = computed<Measured | null>(() => {
  const [from, to] = [number('fromS'), number('toS')]
  return from === null || to === null || to <= from || !positive('distanceFt', 'sdS')
    ? null
    : speedFromTimes(number('distanceFt')!, from, to, number('sdS')!)
})
const revs = computed<Measured | null>(() => {
  if (!positive('turns')) return null
  if (positive('frames', 'fps')) return revsFromFrames(number('turns')!, number('frames')!, number('fps')!)
  const at = speed.value ?? (props.customer.speedMph == null ? null : { value: props.customer.speedMph, sd: 0.5 })
  return positive('overFt') && at ? revsFromDistance(number('turns')!, number('overFt')!, at) : null
})
const marks = computed(() =>
  [1, 2, 3, 4].flatMap((n) => {
    const [overIn, upIn] = [number(`over${n}`), number(`up${n}`)]
    return overIn === null || upIn === null ? [] : [{ overIn, upIn }]
  }),
)
const ring = computed(() => number('ringIn'))
const pap = computed(() => (marks.value.length < 2 ? null : papFromRing(marks.value, 8.595, ring.value ?? undefined)))
const tilt = computed<Measured | null>(() =>
  ring.value !== null
    ? tiltFromTrack({ value: ring.value, sd: 0.125 })
    : pap.value?.ok
      ? { value: pap.value.found.tiltDeg, sd: (pap.value.found.sdIn / (8.595 / 2)) * (180 / Math.PI) }
      : null,
)
/** Found figures that a record may hold; others are told and not kept. */
const found = computed(() => {
  const all = [
    { key: 'speedMph', source: 'speedSource', sdKey: 'speedSdMph', measured: speed.value, unit: 'mph', digits: 1 },
    { key: 'revRpm', source: 'revSource', sdKey: 'revSdRpm', measured: revs.value, unit: 'rpm', digits: 0 },
    {
      key: 'axisTiltDeg',
      source: 'axisTiltSource',
      sdKey: 'axisTiltSdDeg',
      measured: tilt.value,
      unit: '°',
      digits: 0,
    },
  ] as const
  return all.flatMap(({ measured, ...rest }) => {
    if (!measured) return []
    const { min, max } = limits[rest.key]
    return [{ ...rest, ...measured, sound: measured.value >= min && measured.value <= max, min, max }]
  })
})
const papFound = computed(() => (pap.value?.ok ? pap.value.found : null))
const papSound = computed(() => {
  const at = papFound.value?.pap
  const { papOverIn: over, papUpIn: up } = limits
  return at !== undefined && at.overIn >= over.min && at.overIn <= over.max && at.upIn >= up.min && at.upIn <= up.max
})
const keeps = computed(() => found.value.some((one) => one.sound) || papSound.value)
async function keep() {
  const change: Record<string, unknown> = {}
  for (const one of found.value.filter(({ sound }) => sound)) {
    change[one.key] = Number(one.value.toFixed(one.digits))
    change[one.source] = 'measured'
    change[one.sdKey] = Number(Math.min(one.sd, limits[one.sdKey].max).toFixed(2))
  }
  if (papFound.value && papSound.value) {
    change['papOverIn'] = Number(papFound.value.pap.overIn.toFixed(3))
    change['papUpIn'] = Number(papFound.value.pap.upIn.toFixed(3))
    change['papSource'] = 'measured'
    change['papSdIn'] = Number(Math.min(papFound.value.sdIn, limits.papSdIn.max).toFixed(3))
  }
  const before = props.customer
  const saved = await notices.attempt(() => customers.update(before.id, { ...before, ...change }))
  if (!saved) return
  notices.done(t('fitting.measure.kept', { name: before.name }))
  emit('close')
}
const fields = {
  speed: ['distanceFt', 'fromS', 'toS', 'sdS'],
  revs: ['turns', 'frames', 'fps', 'overFt'],
} as const
</script>

<template>
  <v-dialog model-value max-width="760" @update:model-value="emit('close')">
    <section class="panel stack" role="document" :aria-label="t('fitting.measure.title')">
      <h2>{{ t('fitting.measure.title') }}: {{ customer.name }}</h2>
      <fieldset v-for="(keys, group) in fields" :key="group">
        <legend class="condensed">{{ t(`fitting.measure.groups.${group}`) }}</legend>
        <div class="fields">
          <v-text-field
            v-for="key in keys"
            :key="key"
            v-model="typed[key]"
            inputmode="decimal"
            :label="t(`fitting.measure.fields.${key}`)"
          />
        </div>
      </fieldset>
      <fieldset>
        <legend class="condensed">{{ t('fitting.measure.groups.ring') }}</legend>
        <p class="small soft">{{ t('fitting.measure.ringHow') }}</p>
        <div class="fields">
          <template v-for="n in 4" :key="n">
            <v-text-field
              v-for="kind in ['over', 'up']"
              :key="kind"
              v-model="typed[`${kind}${n}`]"
              inputmode="decimal"
              :label="t(`fitting.measure.marks.${kind}`, { n })"
            />
          </template>
          <v-text-field v-model="typed['ringIn']" inputmode="decimal" :label="t('fitting.measure.ringIn')" />
        </div>
      </fieldset>
      <ul aria-live="polite">
        <li v-for="one in found" :key="one.key">
          {{ t(`customers.fields.${one.key}`) }}:
          <strong class="figure"
            >{{ fixed(one.value, one.digits) }} ± {{ fixed(one.sd, one.digits) }} {{ one.unit }}</strong
          >
          <template v-if="!one.sound"> ▲ {{ t('fitting.measure.unsound', { min: one.min, max: one.max }) }}</template>
        </li>
        <li v-if="papFound">
          PAP:
          <strong class="figure"
            >{{ fixed(papFound.pap.overIn, 2) }} / {{ fixed(papFound.pap.upIn, 2) }} ±
            {{ fixed(papFound.sdIn, 2) }} in</strong
          >, {{ t('fitting.measure.residual', { residual: fixed(papFound.residualIn, 3) }) }}
          <template v-if="!papSound">
            ▲ {{ t('fitting.measure.unsound', { min: limits.papOverIn.min, max: limits.papOverIn.max }) }}</template
          >
        </li>
        <li v-else-if="pap && !pap.ok">▲ {{ t(`fitting.measure.reasons.${pap.reason}`) }}</li>
      </ul>
      <div class="row">
        <v-btn class="next-action" :disabled="!keeps" @click="keep">{{ t('fitting.measure.keep') }}</v-btn>
        <v-btn variant="text" @click="emit('close')">{{ t('fitting.measure.cancel') }}</v-btn>
      </div>
    </section>
  </v-dialog>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: var(--gap-2);
}
@media (max-width: 600px) {
  .fields {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
