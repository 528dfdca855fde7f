/** Whether passkeys work here: browsers keep them for the names of servers, over HTTPS or on the machine itself. */
export const passkeysWork = (): boolean =>
  isSecureContext && 'PublicKeyCredential' in globalThis && !/^[\d.]+$|^\[/.test(location.hostname)

/** What a device answered, without extensions: none was asked for. */
export const plain = <T extends object>(answer: T): T & { clientExtensionResults: Record<string, never> } => ({
  ...answer,
  clientExtensionResults: {},
})

/** What a browser says where a passkey was not made or used. */
export function whyNot(error: Error): string {
  if (error.name === 'NotAllowedError') return 'Nothing was chosen, or this device has no passkey for this salon'
  if (error.name === 'InvalidStateError') return 'This device has a passkey for this salon already'
  return error.message
}
