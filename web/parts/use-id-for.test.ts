// @vitest-environment happy-dom
import { renderHook } from '@testing-library/react'
import { expect, test } from 'vitest'
import { idSchema } from '../../contract/api/endpoint.ts'
import { useIdFor } from './use-id-for.ts'

test('what is said again has the same id, anything else another; a screen opened anew begins anew', () => {
  const { result, rerender } = renderHook(() => useIdFor())
  const first = result.current({ dog: 'Nettle', at: '09:30' })
  expect(idSchema.safeParse(first).success).toBe(true)
  rerender()
  expect(result.current({ dog: 'Nettle', at: '09:30' })).toBe(first)
  const second = result.current({ dog: 'Nettle', at: '10:00' })
  expect(second).not.toBe(first)
  expect(result.current({ dog: 'Nettle', at: '10:00' })).toBe(second)
  expect(renderHook(() => useIdFor()).result.current({ dog: 'Nettle', at: '10:00' })).not.toBe(second)
})
