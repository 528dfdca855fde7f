export function PaceScreen() {
  return null
}
