<script setup lang="ts">
import { useIdle } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { areas } from '../routes.ts'
import { listenForNews } from '../http/news.ts'
import AlarmBar from '../bench/AlarmBar.vue'
import BenchStrip from '../bench/BenchStrip.vue'
import InTurn from '../controls/InTurn.vue'
import AreaRail from './AreaRail.vue'
import CommandField from './CommandField.vue'
import { useNotices } from './notices.ts'
import { useScrollMemory } from './useScrollMemory.ts'
import { useSession } from './session.ts'
import { useListKeys, usePlainKeys } from './useShortcuts.ts'

const HelpSheet = defineAsyncComponent(() => import('./HelpSheet.vue'))
const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const notices = useNotices()
const sheet = ref(false)
const current = computed(() => String(route.meta['area'] ?? route.name))

/** A shared tablet that nobody has touched for so long asks who works at it. */
const lockAfterMs = 5 * 60_000
const { idle } = useIdle(lockAfterMs)
watch(idle, (now) => now && session.info?.shared && void session.lock().catch(() => false))
/** Whoever asks for it goes away from the tablet: that it is not left is told. */
const leave = () =>
  notices.attempt(async () => {
    if (!(await session.lock())) throw new Error(t('people.who.notLeft'))
  })

const main = ref<HTMLElement | null>(null)
useScrollMemory(main)
listenForNews()
useListKeys()
let waitingForArea = false
usePlainKeys((key, event) => {
  const area = areas[Number(key) - 1]
  if (waitingForArea && area) {
    event.preventDefault()
    void router.push(`/${area}`)
  }
  waitingForArea = key === 'g'
  if (key === '?') sheet.value = true
})
</script>

<template>
  <div class="frame" :class="{ alone: route.meta['alone'], bench: current === 'bench' }">
    <a class="skip" href="#content">{{ t('shell.skip') }}</a>
    <AreaRail class="rail" :current="current" />
    <header class="top">
      <InTurn><CommandField @shortcuts="sheet = true" /></InTurn>
      <span class="who soft small">{{
        t('shell.user.signedInAs', { name: session.user?.name, role: t(`shell.roles.${session.user?.role}`) })
      }}</span>
      <v-btn v-if="session.info?.shared" size="small" :aria-label="t('people.who.switchLabel')" @click="leave">{{
        t('people.who.switch')
      }}</v-btn>
      <v-btn variant="text" size="small" :aria-label="t('shell.help.title')" @click="sheet = true">?</v-btn>
    </header>
    <main id="content" ref="main" tabindex="-1">
      <InTurn><router-view /></InTurn>
    </main>
    <InTurn><AlarmBar /></InTurn>
    <InTurn><BenchStrip /></InTurn>
    <HelpSheet v-if="sheet" v-model="sheet" />
  </div>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template: var(--top) 1fr var(--strip) / var(--rail) minmax(0, 1fr);
  grid-template-areas: 'rail top' 'rail main' 'strip strip';
  height: 100dvh;
}
.skip {
  position: absolute;
  inset-inline-start: -999px;
}
.skip:focus {
  inset: 4px auto auto 4px;
  z-index: 10;
  background: var(--panel);
  padding: var(--gap-2);
}
.rail {
  grid-area: rail;
}
.top {
  grid-area: top;
  display: flex;
  align-items: center;
  gap: var(--gap-3);
  padding: 0 var(--gap-3);
  border-bottom: 1px solid var(--line);
  background: var(--panel);
}
.who {
  margin-inline-start: auto;
  white-space: nowrap;
}
main {
  grid-area: main;
  overflow: auto;
  padding: var(--gap-3);
}
main:focus {
  outline: none;
}
@media (max-width: 700px) {
  .frame {
    grid-template: var(--top) 1fr var(--notice-room, 0px) 56px / minmax(0, 1fr);
    grid-template-areas: 'top' 'main' '.' 'rail';
  }
  /* What runs on the bench is looked at from the bench; elsewhere it would take the room of a thumb. */
  .frame:not(.bench) > :deep(.strip) {
    display: none;
  }
  .frame.bench {
    grid-template: var(--top) 1fr var(--notice-room, 0px) var(--strip) 56px / minmax(0, 1fr);
    grid-template-areas: 'top' 'main' '.' 'strip' 'rail';
  }
  .who {
    display: none;
  }
  .alone {
    grid-template: minmax(0, 1fr) var(--notice-room, 0px) / minmax(0, 1fr);
    grid-template-areas: 'main' '.';
  }
  .alone > :not(main, .alarms) {
    display: none;
  }
  .alone main {
    padding: 6px;
  }
}
</style>
