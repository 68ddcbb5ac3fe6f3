declare module '@fontsource-variable/atkinson-hyperlegible-next'
