<script setup lang="ts">
import { languages } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'

/** In which language the member reads; by itself the one of the device. */
const { t } = useI18n()
const [session, notices] = [useSession(), useNotices()]
const prefer = (language: unknown) => void notices.attempt(() => session.prefer({ language: language as 'system' }))
</script>

<template>
  <v-radio-group
    :label="t('shop.language')"
    inline
    hide-details
    :model-value="session.preferences.language"
    @update:model-value="prefer"
  >
    <v-radio value="system" :label="t('shop.languageOfDevice')" />
    <v-radio v-for="one in languages" :key="one" :value="one" :lang="one" :label="t(`shop.languages.${one}`)" />
  </v-radio-group>
</template>
