<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { post, put } from '../http/client.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import PasswordForm from '../shop/PasswordForm.vue'
import OwnSessions from './OwnSessions.vue'
import PinForm from './PinForm.vue'
import PresentPassword from './PresentPassword.vue'
import SecondFactorForm from './SecondFactorForm.vue'

/** How the member signs in: password, second factor, PIN, shared tablet, and where they are signed in. */
const { t } = useI18n()
const session = useSession()
const notices = useNotices()
const open = ref<'password' | 'pin' | 'no-pin' | 'second' | 'no-second' | null>(null)
async function saved() {
  open.value = null
  await session.check()
}
const turnOff = async (present: string) => {
  await post('/session/second-factor/off', { present })
  notices.done(t('people.mine.offDone'))
}
const share = (shared: boolean) =>
  notices.attempt(async () => {
    await put('/session/shared', { shared })
    await session.check()
    notices.done(t(shared ? 'people.mine.sharedOn' : 'people.mine.sharedOff'))
  })
</script>

<template>
  <section v-if="session.info" class="panel stack" :aria-label="t('people.mine.title')">
    <h2>{{ t('people.mine.title') }}</h2>
    <p>{{ t('people.mine.signedInAs', { name: session.user?.name, login: session.user?.login }) }}</p>
    <div class="row">
      <v-btn @click="open = 'password'">{{ t('shop.ownPassword') }}</v-btn>
      <v-btn @click="notices.attempt(session.signOut)">{{ t('shop.signOut') }}</v-btn>
    </div>
    <p v-if="session.info.withPin" role="note">{{ t('people.mine.withPin') }}</p>
    <template v-else>
      <div class="stack">
        <p class="soft">{{ t(session.info.hasSecondFactor ? 'people.mine.secondOn' : 'people.mine.secondOff') }}</p>
        <div class="row">
          <v-btn v-if="session.info.hasSecondFactor" @click="open = 'no-second'">{{ t('people.mine.turnOff') }}</v-btn>
          <v-btn v-else @click="open = 'second'">{{ t('people.mine.turnOn') }}</v-btn>
        </div>
        <p class="soft">{{ t(session.info.hasPin ? 'people.mine.pinSet' : 'people.mine.pinNone') }}</p>
        <div class="row">
          <v-btn @click="open = 'pin'">{{
            t(session.info.hasPin ? 'people.mine.changePin' : 'people.mine.setPin')
          }}</v-btn>
          <v-btn v-if="session.info.hasPin" @click="open = 'no-pin'">{{ t('people.mine.removePin') }}</v-btn>
        </div>
      </div>
      <v-switch
        v-if="session.mayWork"
        :model-value="session.info.shared"
        :label="t('people.mine.shared')"
        :hint="t('people.mine.sharedHint')"
        persistent-hint
        color="primary"
        @update:model-value="share($event === true)"
      />
    </template>
    <OwnSessions />
    <PasswordForm v-if="open === 'password'" @close="open = null" />
    <PinForm v-if="open === 'pin'" @close="open = null" @saved="saved" />
    <PinForm v-if="open === 'no-pin'" remove @close="open = null" @saved="saved" />
    <SecondFactorForm v-if="open === 'second'" @close="open = null" @saved="saved" />
    <PresentPassword
      v-if="open === 'no-second'"
      :title="t('people.mine.turnOff')"
      :act="turnOff"
      @close="open = null"
      @saved="saved"
    />
  </section>
</template>
