<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { areas } from '../routes.ts'

/** The areas: beside the page, or on a phone in a bar below it. */
const props = defineProps<{ current: string }>()
const { t } = useI18n()
/** A thumb reaches five: four areas, and the rest behind the fifth. */
const onPhone = useMediaQuery('(max-width: 700px)')
const inBar = computed(() => (onPhone.value ? areas.slice(0, 4) : areas))
const behindMore = computed(() => (onPhone.value ? areas.slice(4) : []))
const isBehind = computed(() => behindMore.value.some((area) => area === props.current))
</script>

<template>
  <nav class="areas" :aria-label="t('shell.railLabel')">
    <router-link
      v-for="(area, index) in inBar"
      :key="area"
      :to="`/${area}`"
      class="area"
      :class="{ current: current === area }"
      :aria-current="current === area ? 'page' : undefined"
    >
      <span>{{ t(`shell.areas.${area}`) }}</span>
      <kbd class="small" aria-hidden="true">g {{ index + 1 }}</kbd>
    </router-link>
    <v-menu v-if="behindMore.length > 0" location="top end">
      <template #activator="{ props: activator }">
        <button v-bind="activator" class="area" :class="{ current: isBehind }" type="button">
          <span>{{ isBehind ? t(`shell.areas.${current}`) : t('shell.more') }} ▴</span>
        </button>
      </template>
      <v-list :aria-label="t('shell.more')">
        <v-list-item
          v-for="area in behindMore"
          :key="area"
          :to="`/${area}`"
          :title="t(`shell.areas.${area}`)"
          class="touch"
        />
      </v-list>
    </v-menu>
  </nav>
</template>

<style scoped>
.areas {
  background: var(--panel-sunk);
  border-inline-end: 1px solid var(--line);
  display: flex;
  flex-direction: column;
  padding-top: var(--top);
  overflow-y: auto;
}
.area {
  min-height: 54px;
  padding: var(--gap-2) 4px var(--gap-2) 7px;
  display: flex;
  flex-direction: column;
  justify-content: center;
  font: 600 1.05rem/1.1 var(--condensed);
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
@media (max-width: 700px) {
  .areas {
    display: grid;
    grid-template-columns: repeat(5, minmax(0, 1fr));
    padding: 0;
  }
  .area {
    border-inline-start: 0;
    border-top: 4px solid transparent;
    min-height: 56px;
    text-align: center;
    align-items: center;
  }
  .area.current {
    border-top-color: var(--accent);
  }
  .area kbd {
    display: none;
  }
}
/* Keys are shown where there are keys. */
@media (hover: none) {
  .area kbd {
    display: none;
  }
}
</style>
