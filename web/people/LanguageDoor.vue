<script setup lang="ts">
import { languages } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { spoken } from '../i18n.ts'
import { keepLanguage } from '../language.ts'

/** The language of the door: of this device, until somebody signs in who chose their own. */
const { t } = useI18n()
</script>

<template>
  <p class="languages" role="group" :aria-label="t('shop.language')">
    <v-btn
      v-for="one in languages"
      :key="one"
      :lang="one"
      size="small"
      variant="text"
      :aria-pressed="spoken === one"
      :class="{ here: spoken === one }"
      @click="keepLanguage(one)"
      >{{ t(`shop.languages.${one}`) }}</v-btn
    >
  </p>
</template>

<style scoped>
.languages {
  display: flex;
  justify-content: center;
  gap: var(--gap-2);
}
.here {
  text-decoration: underline;
  text-underline-offset: 4px;
}
</style>
