/** The PDF reader's worker code ships without description; it is only handed on. */
declare module 'pdfjs-dist/legacy/build/pdf.worker.mjs';
