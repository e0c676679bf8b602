<script setup lang="ts">
import { sort } from 'd3-array'
import { computed, onMounted, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Differing } from './merge.ts'

/** Two versions of one record side by side, when two people edited it at once: of each field that differs one of both stays. */
const props = defineProps<{ rows: readonly Differing[]; labels: Record<string, string> }>()
const emit = defineEmits<{ mine: []; theirs: []; back: [] }>()
const { t, te } = useI18n()
// Below a long form nobody would see it: what has to be chosen now comes into view and has the keyboard.
const section = useTemplateRef('section')
onMounted(() => {
  section.value?.focus({ preventScroll: true })
  section.value?.scrollIntoView({ block: 'start' })
})
/** In the order in which the form names its fields. */
const inOrder = computed(() => {
  const names = Object.keys(props.labels)
  const place = ({ key }: Differing) => (names.includes(key) ? names.indexOf(key) : names.length)
  return sort(props.rows, place)
})
const sides = ['mine', 'theirs'] as const
const choose = (row: Differing, side: Differing['stays']) => void (row.stays = side)
const nameOf = (key: string) =>
  props.labels[key] ?? (te(`fields.${key}`) ? t(`fields.${key}`) : t('shell.conflict.other'))
const text = (value: unknown): string => {
  if (value === null || value === undefined || value === '') return t('shell.conflict.empty')
  if (typeof value === 'boolean') return t(value ? 'shell.conflict.yes' : 'shell.conflict.no')
  if (!Array.isArray(value)) return typeof value === 'object' ? t('shell.conflict.changed') : String(value)
  return value.every((one) => typeof one !== 'object')
    ? value.join(', ') || t('shell.conflict.empty')
    : t('shell.conflict.entries', { n: value.length }, value.length)
}
</script>

<template>
  <section
    ref="section"
    class="stack conflict"
    role="alertdialog"
    tabindex="-1"
    :aria-label="t('shell.conflict.title')"
  >
    <h3>{{ t('shell.conflict.title') }}</h3>
    <p>{{ rows.length > 0 ? t('shell.conflict.text') : t('shell.conflict.same') }}</p>
    <table v-if="rows.length > 0" class="list">
      <thead>
        <tr>
          <th scope="col">{{ t('shell.conflict.field') }}</th>
          <th scope="col">{{ t('shell.conflict.mine') }}</th>
          <th scope="col">{{ t('shell.conflict.theirs') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in inOrder" :key="row.key">
          <th scope="row">{{ nameOf(row.key) }}</th>
          <td v-for="side in sides" :key="side">
            <label class="side" :class="{ stays: row.stays === side }">
              <input
                type="radio"
                :name="row.key"
                :checked="row.stays === side"
                :aria-label="t(`shell.conflict.is.${side}`, { field: nameOf(row.key), value: text(row[side]) })"
                @change="choose(row, side)"
              />
              {{ text(row[side]) }}
            </label>
          </td>
        </tr>
      </tbody>
    </table>
    <div class="row">
      <v-btn class="next-action" @click="emit('mine')">{{
        t(rows.length > 0 ? 'shell.conflict.saveSo' : 'shell.conflict.save')
      }}</v-btn>
      <v-btn v-if="rows.length > 0" @click="emit('theirs')">{{ t('shell.conflict.takeTheirs') }}</v-btn>
      <v-btn variant="text" @click="emit('back')">{{ t('shell.conflict.back') }}</v-btn>
    </div>
  </section>
</template>

<style scoped>
.conflict {
  border: 4px double var(--bad);
  padding: var(--gap-3);
}
.side {
  display: flex;
  gap: var(--gap-2);
  align-items: center;
  min-height: 44px;
  cursor: pointer;
}
.stays {
  font-weight: 700;
}
</style>
