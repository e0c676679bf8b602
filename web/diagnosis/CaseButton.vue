<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBeginCase } from './useBeginCase.ts'

/** Asks what is wrong with a ball of a trial; of several it is asked with which. */
const props = defineProps<{ trial: Trial }>()
const { t } = useI18n()
const { ballsOf, begin } = useBeginCase()
const balls = computed(() => ballsOf(props.trial))
</script>

<template>
  <v-btn v-if="balls.length === 1" size="small" @click="begin(trial, balls[0]!)">{{ t('diagnosis.begin') }}</v-btn>
  <v-menu v-else>
    <template #activator="{ props: opens }">
      <v-btn size="small" v-bind="opens">{{ t('diagnosis.begin') }}</v-btn>
    </template>
    <v-list>
      <v-list-item
        v-for="arm in balls"
        :key="arm.ballId"
        :title="t('diagnosis.of', { ball: arm.ballName })"
        @click="begin(trial, arm)"
      />
    </v-list>
  </v-menu>
</template>
