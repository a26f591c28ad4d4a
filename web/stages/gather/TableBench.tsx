import { Box, Text } from '@chakra-ui/react';
import { Frame, Grid3x3, ImagePlus, PenLine, Printer, ScanLine } from 'lucide-react';
import { useEffect, type ReactNode } from 'react';
import { useDropzone } from 'react-dropzone';
import { addFiles } from '../../store/lifting';
import { Bench } from '../../ui/Bench';
import { InkButton } from '../../ui/InkButton';

/** What is being done at the table, and how it is changed; null = its sheets are looked at. */
export interface Doing {
  readonly doing: string | null;
  readonly setDoing: (what: string | null) => void;
}

/** The table of Gather: ways to bring something in above it, and files let go anywhere on it. */
export function TableBench({ doing, setDoing, children }: Doing & { readonly children: ReactNode }) {
  /** What comes in is shown on the table, whatever was looked at. */
  const take = (files: readonly File[]) => {
    if (doing === 'practice' || doing === 'template') setDoing(null);
    void addFiles(files);
  };
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    noClick: true,
    noKeyboard: true,
    // Anything may be dropped: what isn't a picture gets a clear answer instead of silence.
    onDrop: (files) => take(files),
  });
  useEffect(() => {
    const paste = (e: ClipboardEvent) => {
      const files = [...(e.clipboardData?.files ?? [])];
      if (files.length > 0) void addFiles(files);
    };
    document.addEventListener('paste', paste);
    return () => document.removeEventListener('paste', paste);
  }, []);
  return (
    <Bench actions={<WaysIn doing={doing} setDoing={setDoing} onAdd={open} />}>
      <Box
        {...getRootProps()}
        flex="1"
        minH="0"
        overflowY="auto"
        p="6"
        bg={isDragActive ? 'handSoft' : 'sunk'}
      >
        <input {...getInputProps({ 'aria-label': 'Pictures of letters' })} />
        {children}
      </Box>
    </Bench>
  );
}

function WaysIn({ doing, setDoing, onAdd }: Doing & { readonly onAdd: () => void }) {
  const toggled = (what: string) => ({
    'aria-pressed': doing === what,
    onClick: () => setDoing(doing === what ? null : what),
  });
  return (
    <>
      <InkButton main tip="Choose pictures of letters, SVG drawings, or a zip of them" onClick={onAdd}>
        <ImagePlus /> Add pictures
      </InkButton>
      <InkButton tip="A page with writing lines to print and fill" {...toggled('practice')}>
        <Printer /> Practice sheet
      </InkButton>
      <InkButton
        tip="A canvas to draw letters on in another program, with the font's lines"
        {...toggled('template')}
      >
        <Frame /> Template
      </InkButton>
      <InkButton tip="Take a page from a scanner at this desk" {...toggled('scan')}>
        <ScanLine /> Scan
      </InkButton>
      <InkButton
        tip="Write letters into ruled slots, with pen, finger or mouse"
        onClick={() => setDoing('write')}
      >
        <PenLine /> Write here
      </InkButton>
      <InkButton tip="Build letters of squares and discs on a grid" onClick={() => setDoing('grid')}>
        <Grid3x3 /> Build on a grid
      </InkButton>
      <Text fontSize="sm" color="faded" truncate>
        or drop anything.
      </Text>
    </>
  );
}
