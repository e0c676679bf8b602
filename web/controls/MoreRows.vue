<script setup lang="ts">
import { mostCounted } from '@sleetfall/contract'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { counted } from './figures.ts'

/** How much of a list is shown, and the way to more of it. */
const props = defineProps<{
  shown: number
  total: number
  busy: boolean
  /** What is counted, where the list does not say it itself. */
  what?: string
}>()
const emit = defineEmits<{ more: [] }>()
const { t } = useI18n()
const all = computed(() =>
  props.total > mostCounted ? t('controls.list.over', { n: counted(mostCounted) }) : counted(props.total),
)
const told = computed(() => {
  const text = t('controls.list.shown', { shown: counted(props.shown), all: all.value }, props.total)
  return props.total > 0 && props.what ? `${text} ${props.what}` : text
})
</script>

<template>
  <div class="row more">
    <span class="soft" role="status">{{ told }}</span>
    <v-btn v-if="shown < total" size="small" :loading="busy" @click="emit('more')">{{ t('controls.list.more') }}</v-btn>
  </div>
</template>
