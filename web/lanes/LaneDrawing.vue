<script setup lang="ts">
import { type Load, boardCount, filmOf, filmRows, patternFigures } from '@sleetfall/core'
import { computed, onMounted, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useSession } from '../shell/session.ts'
import { filmPixels, isolines, oilScale, oilTokens, scaleTopUm } from './film.ts'
import { plot } from './scales.ts'
import { fixed, plain } from '../controls/figures.ts'

/** A pattern from above: foul line left, pins right, the board axis magnified. */
const props = defineProps<{ loads: readonly Load[]; small?: boolean; filmUm?: Float64Array; tall?: boolean }>()
const { t } = useI18n()
const session = useSession()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const film = computed(() => props.filmUm ?? filmOf(props.loads))
const figures = computed(() => patternFigures(props.loads))
const thickest = computed(() => film.value.reduce((most, one) => Math.max(most, one), 0))
const words = computed(() =>
  t('lanes.drawing', {
    length: figures.value.lengthFt,
    volume: fixed(figures.value.volumeMl, 1),
    shape: t(`lanes.shapes.${figures.value.shape}`),
    thickest: fixed(thickest.value, 1),
  }),
)
const legend = [0, 0.5, 1, 2, 4, 6]
const lines = computed(() => (props.small ? [] : isolines(film.value)))
/** Light numbers on thick film, dark ones on thin. */
const onThick = (um: number) => um >= 2

function draw() {
  const element = canvas.value
  const context = element?.getContext('2d')
  if (!element || !context) return
  const style = getComputedStyle(element)
  const token = (name: string) => style.getPropertyValue(name).trim()
  const scale = oilScale(oilTokens.map(token))
  const image = new ImageData(filmPixels(film.value, scale, token('--lane-dry')), filmRows, boardCount)
  context.putImageData(image, 0, 0)
  for (const [index, thickness] of legend.entries()) {
    const swatch = element.parentElement?.parentElement?.querySelectorAll<HTMLElement>('.swatch')[index]
    if (swatch) swatch.style.background = thickness === 0 ? token('--lane-dry') : scale(thickness)
  }
}
onMounted(draw)
watch([film, () => session.preferences.theme], () => requestAnimationFrame(draw), { flush: 'post' })
</script>

<template>
  <figure class="lane" :class="{ small, tall }">
    <div class="plot">
      <canvas ref="canvas" :width="filmRows" :height="boardCount" role="img" :aria-label="words" />
      <!-- Axes over the film: feet along, boards across. -->
      <svg :viewBox="`0 0 ${plot.width} ${plot.height}`" preserveAspectRatio="none" aria-hidden="true">
        <g :transform="`scale(${plot.width / filmRows} ${plot.height / boardCount})`">
          <path v-for="line in lines" :key="line.um" :d="line.path" class="isoline" />
        </g>
        <line
          v-for="foot in [15, 34, 43]"
          :key="foot"
          :x1="plot.x(foot)"
          :x2="plot.x(foot)"
          y1="0"
          :y2="plot.height"
          class="mark"
        />
        <line
          v-for="board in [5, 10, 15, 20, 25, 30, 35]"
          :key="board"
          x1="0"
          :x2="plot.width"
          :y1="plot.y(board)"
          :y2="plot.y(board)"
          class="board"
        />
        <line :x1="plot.x(figures.lengthFt)" :x2="plot.x(figures.lengthFt)" y1="0" :y2="plot.height" class="end" />
      </svg>
      <span
        v-for="line in lines"
        :key="`label ${line.um}`"
        class="iso figure"
        :class="{ thick: onThick(line.um) }"
        aria-hidden="true"
        :style="{ left: `${(line.label[0] / filmRows) * 100}%`, top: `${(line.label[1] / boardCount) * 100}%` }"
        >{{ plain(line.um, 1) }}</span
      >
      <span
        v-for="board in [5, 20, 35]"
        :key="board"
        class="tick across figure"
        :style="{ bottom: `${((board - 0.5) / 39) * 100}%` }"
        >{{ board }}</span
      >
      <slot />
    </div>
    <div v-if="!small" class="feet figure" aria-hidden="true">
      <span v-for="foot in [0, 10, 20, 30, 40, 50, 60]" :key="foot" :style="{ left: `${(foot / 60) * 100}%` }">{{
        foot
      }}</span>
    </div>
    <figcaption v-if="!small" class="small soft row">
      <span>{{ t('lanes.feet') }}</span>
      <slot name="line" />
      <span class="legend"
        >{{ t('lanes.scale') }}
        <span v-for="thickness in legend" :key="thickness" class="entry"
          ><i class="swatch" />{{ plain(thickness, 1) }}{{ thickness === scaleTopUm ? '+' : '' }}</span
        ></span
      >
    </figcaption>
  </figure>
</template>

<style scoped src="./lane.css"></style>
