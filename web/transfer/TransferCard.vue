<script setup lang="ts">
import { listNames } from '@sleetfall/contract'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import BringIn from './BringIn.vue'

/** The whole shop and its lists as files; another shop brought in. */
const { t } = useI18n()
const bringing = ref(false)
</script>

<template>
  <section class="panel stack" :aria-label="t('transfers.title')">
    <h2>{{ t('transfers.title') }}</h2>
    <p class="soft small">{{ t('transfers.why') }}</p>
    <div class="row">
      <v-btn href="/api/transfer/shop">{{ t('transfers.whole') }}</v-btn>
      <v-btn @click="bringing = true">{{ t('transfers.bring') }}</v-btn>
    </div>
    <p class="small">
      {{ t('transfers.lists') }}:
      <template v-for="(name, at) in listNames" :key="name"
        ><template v-if="at > 0">, </template
        ><a :href="`/api/transfer/lists/${name}`" download>{{ t(`transfers.list.${name}`) }}</a></template
      >. <a href="/api/transfer/schema" target="_blank" rel="noopener">{{ t('transfers.schema') }}</a>
    </p>
    <BringIn v-if="bringing" @close="bringing = false" />
  </section>
</template>
