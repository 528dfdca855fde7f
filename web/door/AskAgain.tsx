import type { ReactNode } from 'react'
import { DialogSheet } from '../parts/Sheet.tsx'
import { PassphraseForm } from './PassphraseForm.tsx'

/** Over whatever was to be done: the passphrase once more, then it can be done. */
export const AskAgain = ({ onClose }: { onClose: () => void }): ReactNode => (
  <DialogSheet
    title="The passphrase once more"
    about="What a salon lives by is not opened by a PIN that somebody may have watched. It stays open for a quarter of an hour."
    onClose={onClose}
  >
    <PassphraseForm label="Open it" onDone={onClose} />
  </DialogSheet>
)
