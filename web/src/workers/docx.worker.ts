import mammoth from 'mammoth';

/** Turns the bytes of a DOCX into HTML away from the page. What it answers is not trusted and is cleaned before it is shown. */
self.onmessage = async ({ data }: MessageEvent<ArrayBuffer>) => {
  try {
    const { value } = await mammoth.convertToHtml({ arrayBuffer: data });
    self.postMessage({ html: value });
  } catch {
    self.postMessage({ html: null });
  }
};
