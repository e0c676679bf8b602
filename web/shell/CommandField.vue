<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { useCommandField } from './useCommandField.ts'
import { isTyping } from './useShortcuts.ts'

/** The field at the top of each screen: finds every record and knows every action. */
const emit = defineEmits<{ shortcuts: [] }>()
const { t } = useI18n()
const input = useTemplateRef<HTMLInputElement>('input')
const field = useCommandField({ shortcuts: () => emit('shortcuts'), leaveField: () => input.value?.blur() })
const { text, open, marked, found, asked, matching, options, move, enter, choose, leave, show } = field
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  const slash = event.key === '/' && !isTyping(event) && !event.ctrlKey && !event.metaKey
  const control = event.key.toLowerCase() === 'k' && (event.ctrlKey || event.metaKey)
  if (!slash && !control) return
  event.preventDefault()
  input.value?.focus()
  input.value?.select()
})
</script>

<template>
  <div class="command">
    <input
      ref="input"
      v-model="text"
      type="text"
      role="combobox"
      autocomplete="off"
      spellcheck="false"
      aria-controls="command-options"
      :aria-expanded="open"
      :aria-label="t('shell.search')"
      :aria-activedescendant="open && options.length > 0 ? `command-${marked}` : undefined"
      :placeholder="t('shell.search')"
      @focus="show"
      @blur="leave"
      @input="show"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="enter"
      @keydown.esc.prevent="((open = false), input?.blur())"
    />
    <kbd class="hint" aria-hidden="true">/</kbd>
    <div v-show="open" id="command-options" class="options" role="listbox" :aria-label="t('shell.results')">
      <p
        v-if="asked !== '' && found.length === 0 && matching.length === 0"
        class="none soft"
        role="option"
        aria-disabled="true"
        aria-selected="false"
      >
        {{ t('shell.searchNothing', { text: asked }) }}
      </p>
      <div
        v-for="(option, index) in options"
        :id="`command-${index}`"
        :key="option.key"
        class="option"
        role="option"
        :class="{ marked: index === marked }"
        :aria-selected="index === marked"
        @mousedown.prevent="choose(option)"
        @mousemove="marked = index"
      >
        <span class="kind condensed">{{ t(`shell.kinds.${option.kind}`) }}</span>
        <span class="title">{{ option.title }}</span>
        <span class="soft small">{{ option.detail }}</span>
      </div>
    </div>
  </div>
</template>

<style scoped>
.command {
  position: relative;
  flex: 1 1 auto;
  max-width: 620px;
}
input {
  width: 100%;
  height: 40px;
  padding: 0 40px 0 12px;
  background: var(--ground);
  color: var(--ink);
  border: 1px solid var(--line-strong);
  font: inherit;
  text-overflow: ellipsis;
}
input::placeholder {
  color: var(--ink-soft);
  opacity: 1;
}
.hint {
  position: absolute;
  inset: 9px 10px auto auto;
}
/* Keys are shown where there are keys. */
@media (hover: none) {
  .hint {
    display: none;
  }
}
.options {
  position: absolute;
  z-index: 2000;
  inset: 44px 0 auto 0;
  background: var(--panel);
  border: 1px solid var(--line-strong);
  box-shadow: 0 6px 16px rgb(0 0 0 / 25%);
}
.option,
.none {
  display: grid;
  grid-template-columns: 80px 1fr auto;
  gap: var(--gap-2);
  align-items: baseline;
  padding: 8px 12px;
  cursor: pointer;
}
.none {
  display: block;
  cursor: default;
}
.option.marked {
  background: var(--accent-wash);
  box-shadow: inset 4px 0 var(--accent);
}
.kind {
  color: var(--ink-soft);
}
.title {
  font-weight: 700;
}
</style>
