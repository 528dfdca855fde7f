import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { dogsApi } from '../../contract/api/dogs.ts'
import { reading } from './api.ts'

/** Dogs and owners by what was typed; what was found last stands until the next answer is there. */
export const useSearch = (text: string) =>
  useQuery({
    ...reading(dogsApi.search, { query: { q: text } }, { enabled: text.trim() !== '' }),
    placeholderData: keepPreviousData,
  })
