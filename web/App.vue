<script setup lang="ts">
import { useMediaQuery, useStorage } from '@vueuse/core'
import { type Component, computed, onMounted, ref, shallowRef, watch, watchEffect } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import { useConnection } from './http/connection.ts'
import { errorText } from './http/problem.ts'
import { spoken } from './i18n.ts'
import { deviceLanguage, enter, speak } from './language.ts'
import { areas } from './routes.ts'
import AwayBar from './shell/AwayBar.vue'
import NoticeBar from './shell/NoticeBar.vue'
import SignInGate from './people/SignInGate.vue'
import { useSession } from './shell/session.ts'
import { useShotQueue } from './trials/shotQueue.ts'
import { inchForm } from './controls/quantities.ts'

const { t } = useI18n()
const route = useRoute()
const session = useSession()
const connection = useConnection()
const failure = ref('')
const systemDark = useMediaQuery('(prefers-color-scheme: dark)')
const theme = computed(() => {
  const wanted = session.preferences.theme
  return wanted === 'system' ? (systemDark.value ? 'dark' : 'light') : wanted
})

const language = computed(() => {
  const wanted = session.preferences.language
  return wanted === 'system' ? deviceLanguage() : wanted
})
watch(language, speak)
watchEffect(() => (inchForm.value = session.preferences.inches))
watchEffect(() => {
  const name = route.meta['area'] ?? route.name
  const area = areas.find((one) => one === name)
  document.title = area ? `${t(`shell.areas.${area}`)} – Sleetfall` : 'Sleetfall'
})

/** What is behind the door comes when somebody goes through; where somebody did before it is fetched at once. */
const loadFrame = async () => (await Promise.all([import('./shell/AppFrame.vue'), enter()]))[0].default
const hasBeenInside = useStorage('sleetfall.inside', false)
if (hasBeenInside.value) void loadFrame().catch(() => null)
const frame = shallowRef<Component | null>(null)

async function start() {
  failure.value = ''
  try {
    await session.check()
    await goIn()
  } catch (error) {
    failed(error)
  }
}
const failed = (error: unknown) => (failure.value = errorText(error))
/** A page that is seen without signing in needs its texts, everything else the frame. */
const mustSignIn = computed(() => connection.signedOut && session.user !== null)
const isOpen = computed(() => route.meta['open'] === true)
const hasTexts = ref(false)
async function goIn(): Promise<void> {
  if (isOpen.value) await enter().then(() => (hasTexts.value = true))
  else if (session.user) frame.value ??= await loadFrame()
}
onMounted(start)
watch(isOpen, (now) => now && void goIn().catch(failed))
/** Shots that an earlier visit left on this device are sent as soon as somebody is signed in. */
const queue = useShotQueue()
watch(
  () => session.user?.id,
  (id) => {
    hasBeenInside.value = id !== undefined
    if (id === undefined) return
    goIn().catch(failed)
    void queue.ready().then(() => queue.send())
  },
)
</script>

<template>
  <v-app :theme="theme">
    <router-view v-if="isOpen && hasTexts" />
    <!-- Another language, or other inches, is another page: what was worked out in words is worked out anew. -->
    <component :is="frame" v-else-if="!isOpen && session.user && frame" :key="`${spoken} ${inchForm}`" />
    <main v-else-if="!isOpen && session.checked && !session.user && !failure" class="gate"><SignInGate /></main>
    <main v-else class="gate">
      <p v-if="failure" role="alert">
        {{ t('shell.loadFailed', { why: failure }) }} <v-btn @click="start">{{ t('shell.retry') }}</v-btn>
      </p>
      <p v-else role="status">{{ t('shell.loading') }}</p>
    </main>
    <v-dialog
      v-if="mustSignIn"
      :model-value="mustSignIn"
      persistent
      max-width="460"
      :aria-label="t('shell.signIn.again')"
    >
      <div class="panel"><SignInGate again /></div>
    </v-dialog>
    <AwayBar />
    <NoticeBar />
  </v-app>
</template>

<style scoped>
.gate {
  min-height: 100vh;
  display: grid;
  place-items: center;
  padding: var(--gap-4);
}
</style>
