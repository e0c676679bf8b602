<script setup lang="ts">
import type { Customer } from '@sleetfall/contract'
import { reactive } from 'vue'
import { useI18n } from 'vue-i18n'
import MoreRows from '../controls/MoreRows.vue'
import { useGrowing } from '../controls/useGrowing.ts'
import { useOrder } from '../controls/useSorted.ts'
import { usePage } from '../http/usePage.ts'
import { useCustomers } from './store.ts'

/** The customers beside the rack, with how much work each one's balls need. */
defineProps<{ current: string | null }>()
const emit = defineEmits<{ add: [] }>()
const { t } = useI18n()
const customers = useCustomers()
const { search, order, sortBy, question } = useOrder('customers', 'care')
const list = reactive(usePage<Customer>('/customers', question, () => customers))
const { rows, all } = useGrowing(() => list.items, 12)
const nextOrder = () => (order.value.by === 'name' ? 'care' : 'name')
defineExpose({
  load: list.load,
  get total() {
    return list.total
  },
})
</script>

<template>
  <aside class="customers" :aria-label="t('customers.title')" data-list :aria-busy="list.waiting">
    <div class="stack head">
      <v-text-field v-model="search" data-filter :label="t('customers.find')" clearable />
      <div class="spread">
        <v-btn size="small" variant="text" @click="sortBy(nextOrder())">{{
          order.by === 'name' ? t('customers.sortName') : t('customers.sortCare')
        }}</v-btn>
        <v-btn size="small" @click="emit('add')">{{ t('customers.add') }}</v-btn>
      </div>
    </div>
    <p v-if="list.error" class="bad" role="alert">{{ list.error }}</p>
    <p v-else-if="list.loaded && list.total === 0" class="soft">
      {{ search ? t('customers.none') : t('customers.noneYet') }}
    </p>
    <nav :aria-label="t('customers.title')">
      <router-link to="/rack" class="customer all" :class="{ current: current === null }">{{
        t('customers.all')
      }}</router-link>
      <router-link
        v-for="customer in rows"
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
          }}<strong v-if="customer.careCount > 0" class="care">
            · ◆ {{ t('customers.care', { n: customer.careCount }) }}</strong
          >
        </span>
      </router-link>
      <MoreRows
        v-if="all && list.total > list.items.length"
        :shown="list.items.length"
        :total="list.total"
        :busy="list.busy"
        @more="list.more"
      />
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
  .customers {
    border: 0;
    padding: 0;
  }
  nav {
    max-height: 190px;
  }
}
</style>
