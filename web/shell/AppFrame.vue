<script setup lang="ts">
import { useIdle } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import { areas } from '../router.ts'
import { listenForNews } from '../http/news.ts'
import AlarmBar from '../bench/AlarmBar.vue'
import BenchStrip from '../bench/BenchStrip.vue'
import CommandField from './CommandField.vue'
import ShortcutSheet from './ShortcutSheet.vue'
import { useSession } from './session.ts'
import { useListKeys, usePlainKeys } from './useShortcuts.ts'

const { t } = useI18n()
const route = useRoute()
const router = useRouter()
const session = useSession()
const sheet = ref(false)
const field = ref<InstanceType<typeof CommandField> | null>(null)
const current = computed(() => String(route.meta['area'] ?? route.name))

/** A shared tablet that nobody has touched for so long asks who works at it. */
const lockAfterMs = 5 * 60_000
const { idle } = useIdle(lockAfterMs)
watch(idle, (now) => now && session.info?.shared && void session.lock())

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
  <div class="frame" :class="{ alone: route.meta['alone'] }">
    <a class="skip" href="#content">{{ t('shell.skip') }}</a>
    <nav class="rail" :aria-label="t('shell.railLabel')">
      <router-link
        v-for="(area, index) in areas"
        :key="area"
        :to="`/${area}`"
        class="area"
        :class="{ current: current === area }"
        :aria-current="current === area ? 'page' : undefined"
      >
        <span>{{ t(`shell.areas.${area}`) }}</span>
        <kbd class="small" aria-hidden="true">g {{ index + 1 }}</kbd>
      </router-link>
    </nav>
    <header class="top">
      <CommandField ref="field" @shortcuts="sheet = true" />
      <span class="who soft small">{{
        t('shell.user.signedInAs', { name: session.user?.name, role: t(`shell.roles.${session.user?.role}`) })
      }}</span>
      <v-btn
        v-if="session.info?.shared"
        size="small"
        :aria-label="t('people.who.switchLabel')"
        @click="session.lock()"
        >{{ t('people.who.switch') }}</v-btn
      >
      <v-btn variant="text" size="small" :aria-label="t('shell.shortcuts.title')" @click="sheet = true">?</v-btn>
    </header>
    <main id="content" tabindex="-1"><router-view /></main>
    <AlarmBar />
    <BenchStrip />
    <ShortcutSheet v-model="sheet" />
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
  background: var(--panel-sunk);
  border-inline-end: 1px solid var(--line);
  display: flex;
  flex-direction: column;
  padding-top: var(--top);
  overflow-y: auto;
}
.area {
  min-height: 54px;
  padding: var(--gap-2);
  display: flex;
  flex-direction: column;
  justify-content: center;
  font: 600 1.1rem/1.1 var(--condensed);
  text-decoration: none;
  border-inline-start: 5px solid transparent;
}
.area kbd {
  border: 0;
  padding: 0;
  background: none;
  color: var(--ink-soft);
}
.area:hover {
  background: var(--ground);
}
.area.current {
  background: var(--panel);
  border-inline-start-color: var(--accent);
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
    grid-template: var(--top) 1fr 52px var(--strip) / minmax(0, 1fr);
    grid-template-areas: 'top' 'main' 'rail' 'strip';
  }
  .rail {
    flex-direction: row;
    padding: 0;
    overflow-x: auto;
  }
  .area {
    border-inline-start: 0;
    border-top: 4px solid transparent;
    min-height: 48px;
  }
  .area.current {
    border-top-color: var(--accent);
  }
  .area kbd,
  .who {
    display: none;
  }
  .alone {
    grid-template: minmax(0, 1fr) / minmax(0, 1fr);
    grid-template-areas: 'main';
  }
  .alone > :not(main, .alarms) {
    display: none;
  }
  .alone main {
    padding: 6px;
  }
}
</style>
