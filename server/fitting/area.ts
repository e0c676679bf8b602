import type { Area } from '../http/area.ts'
import { layoutRoutes, sheetRoutes, stockRoutes } from './routes.ts'

export const fitting: Area = {
  name: 'fitting',
  routes: [
    ['/layouts', layoutRoutes],
    ['/grip-sheets', sheetRoutes],
    ['/stock', stockRoutes],
  ],
  tables: ['grip_sheet', 'named_layout', 'stock_ball', 'wanted_ball'],
  exports: ['store.ts'],
  imports: [],
}
