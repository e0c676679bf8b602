<script setup lang="ts">
import type { PatternFigures } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'

defineProps<{ figures: PatternFigures }>()
const { t } = useI18n()
</script>

<template>
  <dl class="figures">
    <div>
      <dt>{{ t('lanes.length') }}</dt>
      <dd>
        <span class="figure">{{ figures.lengthFt }} ft</span>
      </dd>
    </div>
    <div>
      <dt>{{ t('lanes.volume') }}</dt>
      <dd>
        <span class="figure">{{ figures.volumeMl.toFixed(2) }} mL</span>
      </dd>
    </div>
    <div>
      <dt>{{ t('lanes.ratio') }}</dt>
      <dd>
        <span class="figure">{{
          figures.ratio === null ? t('lanes.ratioNone') : `${figures.ratio.toFixed(1)} : 1`
        }}</span>
        <span class="small soft">{{ t('lanes.ratioRule') }}</span>
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
</style>
