<script setup lang="ts">
import type { CoverageView } from '@sleetfall/contract'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { post } from '../http/client.ts'
import { useNotices } from '../shell/notices.ts'

/** How far the motion core is with a map; it can be stopped, and go on. */
const props = defineProps<{ view: Pick<CoverageView, 'customerId' | 'engine'> }>()
const emit = defineEmits<{ changed: [CoverageView] }>()
const { t } = useI18n()
const notices = useNotices()
const said = computed(() => {
  const { state, done, total, stopped } = props.view.engine
  if (state === 'ready') return ''
  const percent = total > 0 ? Math.round((100 * done) / total) : 0
  return t(stopped ? 'coverage.stopped' : `coverage.engine.${state}`, { percent })
})
const ask = (what: 'stop' | 'go-on') =>
  notices.attempt(async () =>
    emit('changed', await post<CoverageView>(`/coverage/${props.view.customerId}/${what}`, {})),
  )
</script>

<template>
  <div v-if="said" class="row">
    <p role="status">{{ view.engine.stopped ? '○' : '◌' }} {{ said }}</p>
    <v-btn v-if="view.engine.stopped" size="small" @click="ask('go-on')">{{ t('coverage.goOn') }}</v-btn>
    <v-btn v-else size="small" variant="text" @click="ask('stop')">{{ t('coverage.stop') }}</v-btn>
  </div>
</template>
