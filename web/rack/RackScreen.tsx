export function RackScreen() {
  return null
}
