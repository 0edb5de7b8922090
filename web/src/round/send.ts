import { useEffect } from 'react'
import { sendLooks } from './deliver'

/** Sends what waits from whatever room is open: at once, when the network is back, when the page is looked at, and now and then. */
export function useSendingLooks(by: number | undefined) {
  useEffect(() => {
    if (by === undefined) return
    const again = () => {
      sendLooks(by).catch(() => undefined)
    }
    again()
    const timer = setInterval(again, 20_000)
    addEventListener('online', again)
    document.addEventListener('visibilitychange', again)
    return () => {
      clearInterval(timer)
      removeEventListener('online', again)
      document.removeEventListener('visibilitychange', again)
    }
  }, [by])
}

const WIDEST = 1024
const MOST = 170_000

/** A picture drawn anew, small enough to be sent, without what the camera wrote into it. */
export async function pictureOf(file: Blob): Promise<string> {
  const bitmap = await createImageBitmap(file)
  for (let wide = Math.min(WIDEST, bitmap.width); ; wide = Math.round(wide * 0.7)) {
    const canvas = document.createElement('canvas')
    canvas.width = wide
    canvas.height = Math.round((bitmap.height * wide) / bitmap.width)
    canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
    const drawn = canvas.toDataURL('image/jpeg', 0.72).split(',')[1] ?? ''
    if (drawn.length <= MOST || wide < 200) return drawn
  }
}
