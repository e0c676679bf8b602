<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { saveBlob } from '../print/paper.ts'
import { useSession } from '../shell/session.ts'
import ShotTable from './ShotTable.vue'
import { shotsAsCsv } from './shotCsv.ts'

/** A trial's shots in and out as a table, and the trial whole as JSON. */
const props = defineProps<{ trial: Trial }>()
const { t } = useI18n()
const session = useSession()
const open = ref(false)
const save = (name: string, type: string, text: string) => saveBlob(new Blob([text], { type }), name)
const csv = () => save('trial.csv', 'text/csv', shotsAsCsv(props.trial))
const json = () => save('trial.json', 'application/json', JSON.stringify(props.trial, null, 2))
</script>

<template>
  <div class="row no-print">
    <v-btn v-if="session.may('trials')" size="small" variant="text" @click="open = true">{{
      t('trials.table.open')
    }}</v-btn>
    <template v-if="trial.shots.length > 0">
      <v-btn size="small" variant="text" @click="csv">{{ t('trials.table.save') }}</v-btn>
      <v-btn size="small" variant="text" @click="json">{{ t('trials.table.json') }}</v-btn>
    </template>
    <ShotTable v-if="open" :trial="trial" @close="open = false" />
  </div>
</template>
