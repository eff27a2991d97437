import type { StageView } from '../view.ts'

export const comfortView: StageView = {
  page: () => import('./Comfort.tsx').then((one) => one.Comfort),
  views: {
    '.': () => import('./Day.tsx').then((one) => one.Day),
    sensing: () => import('./SensingView.tsx').then((one) => one.SensingView),
    complaint: () => import('./ComplaintView.tsx').then((one) => one.ComplaintView),
    room: () => import('./RoomView.tsx').then((one) => one.RoomView),
  },
}
