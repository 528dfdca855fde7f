export function RecordScreen() {
  return null
}
