import type { ApexOptions } from 'apexcharts'

/** What all charts share: quiet, without tools of their own, in the page's font and colours. */
export const plainChart = (softInk: string): NonNullable<ApexOptions['chart']> => ({
  animations: { enabled: false },
  toolbar: { show: false },
  zoom: { enabled: false },
  fontFamily: 'inherit',
  foreColor: softInk,
})
