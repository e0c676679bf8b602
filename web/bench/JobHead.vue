<script setup lang="ts">
import type { Job } from '@sleetfall/contract'
import { describeSteps } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { useSession } from '../shell/session.ts'

/** What a job is, until when and why, and the ways back from it. */
defineProps<{ job: Job; busy: boolean; first: boolean }>()
const emit = defineEmits<{ back: []; edit: []; stop: [] }>()
const { t } = useI18n()
const session = useSession()
</script>

<template>
  <header class="spread">
    <div>
      <h1>
        {{ job.ballName }} <span class="soft small">{{ job.customerName }}</span>
      </h1>
      <p>
        {{ t(`works.${job.kind}`) }} <template v-if="job.steps">{{ describeSteps(job.steps) }}</template> ·
        {{ t('bench.due') }} {{ dayText(job.dueOn) }}<template v-if="job.eventName"> · {{ job.eventName }}</template>
      </p>
      <p v-if="job.reason" class="soft">{{ job.reason }}</p>
      <p v-if="job.overridden.length > 0" class="small">
        ▲
        {{
          t('bench.against', {
            what: job.overridden.map((one) => t(`bench.doubtNames.${one}`)).join(', '),
            why: job.overrideReason,
          })
        }}
      </p>
    </div>
    <div class="row">
      <v-btn
        v-if="job.state === 'running' && session.mayWork"
        :disabled="busy || first || job.pausedAt !== null"
        @click="emit('back')"
        >{{ t('bench.back') }}</v-btn
      >
      <v-btn v-if="job.state === 'waiting' && session.may('promises')" :disabled="busy" @click="emit('edit')">{{
        t('bench.edit')
      }}</v-btn>
      <v-btn
        v-if="job.state === 'waiting' ? session.may('promises') : job.state === 'running' && session.mayWork"
        :disabled="busy"
        @click="emit('stop')"
        >{{ t(job.state === 'waiting' ? 'bench.takeOff' : 'bench.stop') }}</v-btn
      >
    </div>
  </header>
</template>
