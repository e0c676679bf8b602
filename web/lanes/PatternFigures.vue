<script setup lang="ts">
import type { ExitSeen } from '@sleetfall/contract'
import { type Load, dryFromFt, filmOf, patternFigures, zoneRatios } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { fixed } from '../controls/figures.ts'

const props = defineProps<{
  loads: readonly Load[]
  /** Where shots on it were seen to turn. */ seen?: ExitSeen | null
}>()
const { t } = useI18n()
const figures = computed(() => patternFigures(props.loads))
const film = computed(() => filmOf(props.loads))
const zones = computed(() => zoneRatios(film.value, figures.value.lengthFt))
const dry = computed(() => {
  const [whole, outside] = [dryFromFt(film.value), dryFromFt(film.value, 1, 7)]
  return whole === null ? t('lanes.dryNever') : t('lanes.dryFrom', { ft: whole, outside: outside ?? '–' })
})
const exitText = ({ board, sd, shots, trials }: ExitSeen) =>
  t('lanes.exitSeen', { board: fixed(board, 1), sd: sd === null ? '' : ` ± ${fixed(sd, 1)}`, shots, trials }, trials)
const ratioText = (ratio: number | null) => (ratio === null ? t('lanes.ratioNone') : `${fixed(ratio, 1)} : 1`)
</script>

<template>
  <dl class="figures">
    <div>
      <dt>{{ t('lanes.length') }}</dt>
      <dd>
        <span class="figure">{{ figures.lengthFt }} ft</span> <span class="small soft">{{ dry }}</span>
      </dd>
    </div>
    <div>
      <dt>{{ t('lanes.volume') }}</dt>
      <dd>
        <span class="figure">{{ fixed(figures.volumeMl, 2) }} mL</span>
      </dd>
    </div>
    <div>
      <dt>{{ t('lanes.ratio') }}</dt>
      <dd>
        <span class="figure">{{ ratioText(figures.ratio) }}</span>
        <span class="small soft">{{ t('lanes.ratioRule') }}</span>
      </dd>
    </div>
    <div>
      <dt>{{ t('lanes.zones') }}</dt>
      <dd>
        <template v-for="(zone, index) in zones" :key="zone.fromFt"
          >{{ index > 0 ? ', ' : '' }}<span class="small soft">{{ zone.fromFt }}–{{ zone.toFt }} ft</span>
          <span class="figure zone">{{ ratioText(zone.ratio) }}</span></template
        >
      </dd>
    </div>
    <div>
      <dt>{{ t('lanes.class') }}</dt>
      <dd>
        <span class="figure"
          >{{ t(`lanes.shapes.${figures.shape}`) }}, {{ t(`lanes.lengthClasses.${figures.lengthClass}`) }},
          {{ t(`lanes.volumeClasses.${figures.volumeClass}`) }}</span
        >
      </dd>
    </div>
    <div>
      <dt>{{ t('lanes.exitBoard') }}</dt>
      <dd>
        <span class="figure">{{ figures.exitBoard }}</span> <span class="small soft">{{ t('lanes.exitRule') }}</span>
        <span v-if="seen" class="small"> · {{ exitText(seen) }}</span>
      </dd>
    </div>
    <div>
      <dt>{{ t('lanes.condition') }}</dt>
      <dd>
        <span class="figure">{{ t(`lanes.conditions.${figures.condition}`) }}</span>
        <span class="small soft">{{ t('lanes.conditionRule') }}</span>
      </dd>
    </div>
  </dl>
</template>

<style scoped>
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-4);
}
dt {
  color: var(--ink-soft);
  font-size: 0.875rem;
}
.figure {
  font-size: 1.2rem;
}
.figure.zone {
  font-size: 1rem;
}
</style>
