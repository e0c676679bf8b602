import { defineAsyncComponent } from 'vue'

// What opens by a tap on the rack comes when it is wanted: the rack itself is soon there.
export const BallPanel = defineAsyncComponent(() => import('./BallPanel.vue'))
export const BallForm = defineAsyncComponent(() => import('./BallForm.vue'))
export const CustomerForm = defineAsyncComponent(() => import('../customers/CustomerForm.vue'))
export const CustomerMend = defineAsyncComponent(() => import('../customers/CustomerMend.vue'))
export const MeasureForm = defineAsyncComponent(() => import('../fitting/MeasureForm.vue'))
