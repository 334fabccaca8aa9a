export function PlatesScreen() {
  return <main />;
}
