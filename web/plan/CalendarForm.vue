<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import { computed, onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { useFocusBack } from '../controls/useFocusBack.ts'
import { get, post } from '../http/client.ts'
import { nowDate } from '../http/clock.ts'
import { useNotices } from '../shell/notices.ts'

/** One's own work at the bench in a calendar program: as a file, or as an address that it asks by itself. */
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const notices = useNotices()
useFocusBack()
const secret = ref('')
/** Since when an address holds; null without one. */
const since = ref<string | null>(null)
onMounted(() => notices.attempt(async () => (since.value = (await get<{ since: string | null }>('/plan/link')).since)))
const address = computed(() => `${location.origin}/api/open/bench/${secret.value}`)
const { copy, copied } = useClipboard()
const make = () =>
  notices.attempt(async () => {
    secret.value = (await post<{ secret: string }>('/plan/link', {})).secret
    since.value = nowDate().toISOString()
  })
async function end() {
  if (await notices.attempt(() => post('/plan/link/end', {}))) {
    secret.value = ''
    since.value = null
    notices.done(t('plan.calendar.endedNow'))
  }
}
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="720"
    :aria-label="t('plan.calendar.title')"
    @update:model-value="emit('close')"
  >
    <div class="panel stack">
      <h2>{{ t('plan.calendar.title') }}</h2>
      <p>{{ t('plan.calendar.what') }}</p>
      <div v-if="secret" class="stack">
        <v-text-field readonly :label="t('plan.calendar.address')" :model-value="address" />
        <p class="row">
          <v-btn @click="copy(address)">{{ copied ? t('plan.calendar.copied') : t('plan.calendar.copy') }}</v-btn>
          <span class="small soft">{{ t('plan.calendar.once') }}</span>
        </p>
      </div>
      <p v-else-if="since">{{ t('plan.calendar.holds', { day: dayText(since) }) }}</p>
      <div class="row">
        <v-btn class="touch" href="/api/plan/calendar" download="bench.ics">{{ t('plan.calendar.file') }}</v-btn>
        <v-btn class="touch" @click="make">{{ t(since ? 'plan.calendar.another' : 'plan.calendar.make') }}</v-btn>
        <v-btn v-if="since" class="touch" @click="end">{{ t('plan.calendar.end') }}</v-btn>
        <v-btn class="touch" @click="emit('close')">{{ t('plan.promise.close') }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>
