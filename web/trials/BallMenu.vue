<script setup lang="ts">
import type { Trial, TrialArm } from '@sleetfall/contract'
import { computed } from 'vue'
import { ballsOf } from './ballsOf.ts'

/** Something asked of a ball of a trial: at once where there is one, of several it is asked of which. */
const props = defineProps<{ trial: Trial; label: string; labelOf: (ball: string) => string }>()
const emit = defineEmits<{ choose: [arm: TrialArm] }>()
const balls = computed(() => ballsOf(props.trial))
</script>

<template>
  <v-btn v-if="balls.length === 1" size="small" @click="emit('choose', balls[0]!)">{{ label }}</v-btn>
  <v-menu v-else>
    <template #activator="{ props: opens }">
      <v-btn size="small" v-bind="opens">{{ label }}</v-btn>
    </template>
    <v-list>
      <v-list-item v-for="arm in balls" :key="arm.ballId" :title="labelOf(arm.ballName)" @click="emit('choose', arm)" />
    </v-list>
  </v-menu>
</template>
