<script setup lang="ts">
import type { Customer } from '@sleetfall/contract'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useSorted } from '../controls/useSorted.ts'

/** The customers beside the rack, with how much work each one's balls need. */
const props = defineProps<{
  customers: readonly Customer[]
  current: string | null
  care: ReadonlyMap<string, number>
}>()
const emit = defineEmits<{ add: [] }>()
const { t } = useI18n()
const careOf = (customer: Customer) => props.care.get(customer.id) ?? 0
const { search, shown, sortBy, order } = useSorted(
  'customers',
  () => props.customers,
  { name: (customer) => customer.name, care: (customer) => -careOf(customer) },
  (customer) => `${customer.name} ${customer.distinction} ${customer.contact}`,
)
const nextOrder = computed(() => (order.value.by === 'name' ? 'care' : 'name'))
</script>

<template>
  <aside class="customers" :aria-label="t('customers.title')" data-list>
    <div class="stack head">
      <v-text-field v-model="search" data-filter :label="t('customers.find')" clearable />
      <div class="spread">
        <v-btn size="small" variant="text" @click="sortBy(nextOrder)">{{
          order.by === 'name' ? t('customers.sortName') : t('customers.sortCare')
        }}</v-btn>
        <v-btn size="small" @click="emit('add')">{{ t('customers.add') }}</v-btn>
      </div>
    </div>
    <p v-if="customers.length === 0" class="soft">{{ t('customers.noneYet') }}</p>
    <p v-else-if="shown.length === 0" class="soft">{{ t('customers.none') }}</p>
    <nav :aria-label="t('customers.title')">
      <router-link to="/rack" class="customer all" :class="{ current: current === null }">{{
        t('customers.all')
      }}</router-link>
      <router-link
        v-for="customer in shown"
        :key="customer.id"
        :to="`/rack/${customer.id}`"
        class="customer"
        data-item
        :class="{ current: customer.id === current }"
        :aria-current="customer.id === current ? 'true' : undefined"
      >
        <span class="name"
          >{{ customer.name }}<template v-if="customer.distinction"> ({{ customer.distinction }})</template></span
        >
        <span class="small soft">
          <template v-if="customer.hand === 'left'">{{ t('customers.left') }} · </template
          >{{ t('customers.balls', customer.ballCount)
          }}<strong v-if="careOf(customer) > 0" class="care">
            · ◆ {{ t('customers.care', { n: careOf(customer) }) }}</strong
          >
        </span>
      </router-link>
    </nav>
  </aside>
</template>

<style scoped>
.customers {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr);
  align-content: start;
  border-inline-end: 1px solid var(--line);
  padding-inline-end: var(--gap-3);
  min-height: 0;
}
.head {
  padding-bottom: var(--gap-2);
}
nav {
  overflow-y: auto;
  min-height: 0;
}
.customer {
  display: grid;
  padding: 5px 8px;
  min-height: var(--touch);
  align-content: center;
  text-decoration: none;
  border-inline-start: 4px solid transparent;
  line-height: 1.2;
}
.customer:hover {
  background: var(--panel-sunk);
}
.customer:focus-visible {
  outline-offset: -3px;
}
.customer.current {
  background: var(--panel);
  border-inline-start-color: var(--accent);
}
.name {
  font-weight: 700;
}
.care {
  color: var(--ink);
}
@media (max-width: 800px) {
  nav {
    max-height: 190px;
  }
}
</style>
