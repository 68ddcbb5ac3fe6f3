declare module '@fontsource-variable/atkinson-hyperlegible-next'
// By its name alone: read as a type it takes seconds.
declare module 'world-atlas/countries-50m.json' {
  const world: unknown
  export default world
}
