import type { ApexOptions } from 'apexcharts'
import { defineAsyncComponent } from 'vue'

/** What all charts share: quiet, without tools of their own, in the page's font and colours. */
export const plainChart = (softInk: string): NonNullable<ApexOptions['chart']> => ({
  animations: { enabled: false },
  toolbar: { show: false },
  zoom: { enabled: false },
  fontFamily: 'inherit',
  foreColor: softInk,
})

/** A chart; its package, larger than any page, comes after the page. What stands around it keeps its room. */
export const LateChart = defineAsyncComponent(() => import('vue3-apexcharts'))
