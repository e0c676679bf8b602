<script setup lang="ts">
import { type ScanSpot, limits, raOfGrit, readingMeant, scanSummary, scannerTopGrit } from '@sleetfall/core'
import { computed, onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import QuantityField from '../controls/QuantityField.vue'
import { useDevices } from '../equipment/store.ts'
import { useNotices } from '../shell/notices.ts'
import { readingText, roundGrit } from './useSurfaceText.ts'

/** Four spots of a ball, on and off the track: read by the scanner or typed, with median and spread at once. */
export interface SpotReading {
  readonly spot: ScanSpot
  grit: number | null
}
const readings = defineModel<SpotReading[]>({ required: true })
const props = defineProps<{
  ballId: string
  /** What the label or the last known finish says; a scan far from it is pointed out. */
  expectedGrit?: number | null | undefined
  /** What the ball's curve says that it reads now; a slip of ten is asked about. */
  predictedGrit?: number | null | undefined
  errors?: Readonly<Record<string, string>>
}>()
const { t } = useI18n()
const devices = useDevices()
const notices = useNotices()
const reading = ref<number | null>(null)
onMounted(() => void devices.load().catch(() => undefined))
const scanner = computed(() => devices.of('scanner'))
const next = computed(() => readings.value.findIndex((one) => one.grit === null))

const put = (index: number, grit: number | null) =>
  (readings.value = readings.value.map((one, at) => (at === index ? { ...one, grit } : one)))
async function read(index: number) {
  reading.value = index
  await notices.attempt(async () => put(index, (await devices.read(props.ballId, readings.value[index]!.spot)).grit))
  reading.value = null
}
const known = computed(() =>
  readings.value.filter(
    (one): one is { spot: ScanSpot; grit: number } =>
      one.grit !== null && one.grit >= limits.scannedGrit.min && one.grit <= limits.scannedGrit.max,
  ),
)
const summary = computed(() =>
  known.value.length === 0
    ? null
    : scanSummary({ grits: known.value.map((one) => one.grit), spots: known.value.map((one) => one.spot) }),
)
/** Shine of the track against the rest of the cover, as a factor of roughness. */
const shine = computed(() => {
  const { trackGrit = null, offTrackGrit = null } = summary.value ?? {}
  return trackGrit !== null && offTrackGrit !== null && raOfGrit(offTrackGrit) / raOfGrit(trackGrit) > 1.15
})
const wide = computed(() => summary.value !== null && summary.value.spreadGrit > 0.5 * summary.value.grit)
const disagrees = computed(() => {
  if (!summary.value || props.expectedGrit == null || known.value.length < 2) return false
  const factor =
    raOfGrit(Math.min(props.expectedGrit, scannerTopGrit)) / raOfGrit(Math.min(summary.value.grit, scannerTopGrit))
  return Math.abs(Math.log(factor)) > Math.log(1.3)
})
/** Likely slips of ten, by the other spots and by the curve: shown with what was meant, and left as they are unless somebody says so. */
const slips = computed(() =>
  readings.value.flatMap(({ grit }, index) => {
    const others = readings.value.flatMap((one, at) => (at === index || one.grit === null ? [] : [one.grit]))
    const meant = readingMeant(grit, [...others, ...(props.predictedGrit == null ? [] : [props.predictedGrit])])
    return meant === null || grit === null ? [] : [{ index, grit, meant }]
  }),
)
const text = (grit: number | null) => (grit === null || !Number.isFinite(grit) ? '–' : readingText(grit))
</script>

<template>
  <div class="stack">
    <div class="spots">
      <div v-for="(one, index) in readings" :key="index" class="spot">
        <QuantityField
          :model-value="one.grit"
          name="scannedGrit"
          :label="t('surface.scan.spot', { n: index + 1, where: t(`surface.scan.where.${one.spot}`) })"
          :error-messages="errors?.[`grits[${index}]`] ?? ''"
          @update:model-value="put(index, $event)"
        />
        <v-btn
          v-if="scanner?.connected"
          class="touch"
          :class="{ 'next-action': index === next }"
          :loading="reading === index"
          :disabled="reading !== null && reading !== index"
          :aria-label="t('surface.scan.readSpot', { n: index + 1 })"
          @click="read(index)"
          >{{ t('surface.scan.read') }}</v-btn
        >
      </div>
    </div>
    <p v-for="slip in slips" :key="slip.index" class="row" role="status">
      ◇ {{ t('surface.scan.slip', { n: slip.index + 1, typed: slip.grit, meant: slip.meant }) }}
      <v-btn class="touch" @click="put(slip.index, slip.meant)">{{
        t('surface.scan.itWas', { meant: slip.meant })
      }}</v-btn>
    </p>
    <p v-if="!scanner?.connected" class="small soft">{{ t('surface.scan.notConnected') }}</p>
    <p v-if="summary" role="status">
      {{ t('surface.scan.median', { grit: text(summary.grit), spread: Math.round(summary.spreadGrit) }) }}
      <template v-if="summary.trackGrit !== null && summary.offTrackGrit !== null">
        {{ t('surface.scan.both', { track: text(summary.trackGrit), off: text(summary.offTrackGrit) }) }}</template
      >
    </p>
    <p v-if="shine" role="status">◆ {{ t('surface.scan.shine') }}</p>
    <p v-if="wide" role="status">▲ {{ t('surface.scan.wide') }}</p>
    <p v-if="summary && summary.grit >= scannerTopGrit" role="status">◇ {{ t('surface.scan.bound') }}</p>
    <p v-if="disagrees" role="status">▲ {{ t('surface.scan.disagrees', { grit: roundGrit(expectedGrit!) }) }}</p>
  </div>
</template>

<style scoped>
.spots {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
  gap: var(--gap-2) var(--gap-3);
}
.spot {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: var(--gap-2);
  align-items: start;
}
</style>
