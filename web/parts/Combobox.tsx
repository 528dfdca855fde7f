import { clsx } from 'clsx'
import { useCombobox } from 'downshift'
import { Search } from 'lucide-react'
import { type ReactNode, useId, useLayoutEffect, useRef } from 'react'

interface Props<T> {
  readonly items: readonly T[]
  readonly keyOf: (item: T) => string
  /** As it stands in the box once taken, and as a screen reader says it. */
  readonly textOf: (item: T) => string
  readonly row?: (item: T) => ReactNode
  /** What is taken now; where nothing is ever taken for good, null always. */
  readonly selected: T | null
  readonly onText: (text: string) => void
  readonly onPick: (item: T) => void
  /** Said where nothing fits; null says nothing. */
  readonly nothing: string | null
  readonly label?: string | undefined
  /** The id that a label of its own points to. */
  readonly id?: string | undefined
  readonly placeholder?: string | undefined
  readonly className?: string | undefined
  readonly listClass?: string | undefined
  /** Emptied once something is taken, as a search is. */
  readonly clears?: boolean
  /** What was typed before it was there: it opens with that, and in hand. */
  readonly begun?: string | undefined
  readonly testId?: string | undefined
}

/** One of many, found as one types: the arrows move, Enter takes, Escape closes. */
export function Combobox<T>({
  items,
  keyOf,
  textOf,
  row,
  selected,
  onText,
  onPick,
  nothing,
  label,
  id,
  placeholder,
  className,
  listClass,
  clears = false,
  begun,
  testId,
}: Props<T>): ReactNode {
  const own = useId()
  const inputId = id ?? own
  const input = useRef<HTMLInputElement>(null)
  const goesOn = begun !== undefined
  // In the same moment in which it takes the place of what stood there, or a key would fall between the two.
  useLayoutEffect(
    function takeUp() {
      const box = input.current
      if (!goesOn || !box) return
      // The hand is in it already: what comes next is typed behind what stands there.
      box.focus()
      box.setSelectionRange(box.value.length, box.value.length)
    },
    [goesOn],
  )
  const { isOpen, inputValue, highlightedIndex, getInputProps, getMenuProps, getItemProps } = useCombobox<T>({
    items: [...items],
    itemToString: (item) => (item ? textOf(item) : ''),
    itemToKey: (item) => (item ? keyOf(item) : null),
    selectedItem: selected,
    defaultHighlightedIndex: 0,
    ...(begun === undefined ? {} : { initialInputValue: begun, initialIsOpen: begun !== '' }),
    inputId,
    onInputValueChange: ({ inputValue: text }) => onText(text),
    onStateChange: ({ type, selectedItem }) => {
      const takes =
        type === useCombobox.stateChangeTypes.ItemClick || type === useCombobox.stateChangeTypes.InputKeyDownEnter
      if (takes && selectedItem) onPick(selectedItem)
    },
    stateReducer: (state, { type, changes }) => {
      switch (type) {
        case useCombobox.stateChangeTypes.ItemClick:
        case useCombobox.stateChangeTypes.InputKeyDownEnter:
          return clears && changes.selectedItem ? { ...changes, inputValue: '', isOpen: false } : changes
        case useCombobox.stateChangeTypes.InputKeyDownEscape:
          // Closes the list and nothing else: what was typed, and what was taken, stay.
          return { ...state, isOpen: false }
        case useCombobox.stateChangeTypes.InputBlur:
          // Left with something that is no choice, it shows again what was taken.
          return {
            ...changes,
            selectedItem: state.selectedItem,
            inputValue: clears ? state.inputValue : textOfNull(selected, textOf),
          }
        default:
          return changes
      }
    },
  })
  const shown = isOpen && (items.length > 0 || (nothing !== null && inputValue.trim() !== ''))
  return (
    <div className={clsx('relative', className)}>
      <Search size={18} className="pointer-events-none absolute left-3 top-3.5 text-ink-2" aria-hidden="true" />
      <input
        className="field py-1 pl-9"
        {...getInputProps({
          'aria-label': label,
          placeholder,
          ref: input,
          // What stands there is what was taken: typing replaces it.
          onFocus: (event) => clears || event.currentTarget.select(),
          onKeyDown: (event) => {
            // Keys of the screen stay out of the box, and Enter on nothing sends no form.
            event.stopPropagation()
            if (event.key === 'Enter') event.preventDefault()
            // Escape closes the list, not what the box stands in.
            if (event.key === 'Escape' && shown) event.nativeEvent.stopPropagation()
          },
        })}
        // Its name is the label it was given, not one of the library's own.
        aria-labelledby={undefined}
        id={inputId}
        data-testid={testId}
      />
      <div
        className={clsx(
          'card absolute top-12 z-40 max-h-[min(70dvh,420px)] overflow-auto p-2 shadow-xl',
          listClass ?? 'inset-x-0',
          !shown && 'hidden',
        )}
      >
        <ul {...getMenuProps({ 'aria-label': 'Found' })} {...(shown && items.length > 0 ? {} : { hidden: true })}>
          {isOpen &&
            items.map((item, index) => (
              <li
                key={keyOf(item)}
                className={clsx(
                  'flex min-h-11 cursor-pointer items-center justify-between gap-3 rounded-xl px-3',
                  index === highlightedIndex && 'bg-accent-soft',
                )}
                {...getItemProps({ item, index })}
              >
                {row ? row(item) : textOf(item)}
              </li>
            ))}
        </ul>
        {items.length === 0 && nothing !== null && <p className="p-3 text-ink-2">{nothing}</p>}
      </div>
    </div>
  )
}

const textOfNull = <T,>(item: T | null, textOf: (item: T) => string): string => (item === null ? '' : textOf(item))
