'use client'
import { useMemo } from 'react'
import { encode } from 'uqr'

const quiet = 2

/** What a camera reads (ISO/IEC 18004); black on white, whatever the theme. */
export function KeyPicture({ text, label, size = 168 }: { text: string; label: string; size?: number }) {
  const { data, across } = useMemo(() => {
    const { data, size: across } = encode(text, { border: quiet })
    return { data, across }
  }, [text])
  const path = data.flatMap((row, y) => row.flatMap((dark, x) => (dark ? [`M${x} ${y}h1v1h-1z`] : []))).join('')
  return (
    <svg role="img" aria-label={label} width={size} height={size} viewBox={`0 0 ${across} ${across}`}>
      <rect width={across} height={across} fill="#fff" />
      <path d={path} fill="#000" shapeRendering="crispEdges" />
    </svg>
  )
}
