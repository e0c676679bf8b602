<script setup lang="ts">
import type { UpkeepLink } from '@sleetfall/contract'
import { useClipboard } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { nowIso } from '../http/clock.ts'
import { useNotices } from '../shell/notices.ts'
import { useUpkeep } from './store.ts'

/** Links with which a customer logs play without an account: make one, copy it, end it. */
const props = defineProps<{ customerId: string; name: string }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const upkeep = useUpkeep()
const notices = useNotices()
const links = shallowRef<readonly UpkeepLink[]>([])
const secret = ref('')
const address = computed(() => `${location.origin}/u/${secret.value}`)
const { copy, copied } = useClipboard()
const load = () => notices.attempt(async () => (links.value = await upkeep.links(props.customerId)))
onMounted(load)
const today = nowIso().slice(0, 10)
const holds = (link: UpkeepLink) => link.revokedAt === null && link.expiresOn >= today
async function make() {
  await notices.attempt(async () => (secret.value = await upkeep.makeLink(props.customerId)))
  await load()
}
async function end(link: UpkeepLink) {
  await notices.attempt(() => upkeep.revokeLink(link.id))
  await load()
}
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="620"
    :aria-label="t('upkeep.link.title', { name })"
    @update:model-value="emit('close')"
  >
    <div class="panel stack">
      <h2>{{ t('upkeep.link.title', { name }) }}</h2>
      <p>{{ t('upkeep.link.what') }}</p>
      <div v-if="secret" class="stack">
        <v-text-field
          readonly
          :label="t('upkeep.link.address')"
          :model-value="address"
          @focus="($event.target as HTMLInputElement).select()"
        />
        <p class="row">
          <v-btn @click="copy(address)">{{ copied ? t('upkeep.link.copied') : t('upkeep.link.copy') }}</v-btn>
          <span class="small soft">{{ t('upkeep.link.once') }}</span>
        </p>
      </div>
      <ul class="links">
        <li v-for="link in links" :key="link.id" class="row">
          <span>{{
            holds(link)
              ? `● ${t('upkeep.link.until', { day: dayText(link.expiresOn) })}`
              : `○ ${t('upkeep.link.ended')}`
          }}</span>
          <v-btn v-if="holds(link)" size="x-small" @click="end(link)">{{ t('upkeep.link.end') }}</v-btn>
        </li>
      </ul>
      <div class="row">
        <v-btn class="next-action" @click="make">{{ t('upkeep.link.make') }}</v-btn>
        <v-btn variant="text" @click="emit('close')">{{ t('shell.close') }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.links {
  list-style: none;
  padding: 0;
}
</style>
