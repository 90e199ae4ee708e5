/** What is used of the package, whose own types leave out what its JavaScript adds. */
declare module 'libheif-js/libheif-wasm/libheif-bundle.mjs' {
  /** As in a page, or what is shaped like it where there is none. */
  type Pixels = Pick<ImageData, 'data' | 'width' | 'height'>;
  interface HeifImage {
    get_width(): number;
    get_height(): number;
    /** Fills the pixels and hands them back, or null where they cannot be unpacked. */
    display(pixels: Pixels, done: (drawn: Pixels | null) => void): void;
  }
  function libheif(): Promise<{
    HeifDecoder: new () => { decode(bytes: Uint8Array): HeifImage[] };
  }>;
  export { libheif as default };
}
