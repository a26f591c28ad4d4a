import { Box, Flex, Text } from '@chakra-ui/react';
import { Frame, Grid3x3, ImagePlus, PenLine, Printer, ScanLine } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { useSearchParams } from 'react-router';
import { projectOf } from '../../../core/document/newProject';
import { cropSheet } from '../../../core/document/commands/recipes';
import type { PxBox } from '../../../core/raster/picture';
import { addFiles, liftAgain } from '../../store/lifting';
import { piecesBySheet, sheetsInOrder } from '../../store/selectors';
import { useDoc, useProject } from '../../store/projectStore';
import { Bench } from '../../ui/Bench';
import { InkButton } from '../../ui/InkButton';
import { GridBench } from './grid/GridBench';
import { PracticeGauge, usePracticeSheet } from './PracticeGauge';
import { PracticePreview } from './PracticePreview';
import { ScanGauge } from './ScanGauge';
import { SheetCard } from './SheetCard';
import { SheetGauge } from './SheetGauge';
import { TemplateGauge, TemplatePreview, useTemplate } from './TemplateGauge';
import { WriteBench } from './write/WriteBench';

/** What is being done at the table, in the URL, so that Back works. */
function useDoing(): [string | null, (what: string | null) => void] {
  const [search, setSearch] = useSearchParams();
  const set = (what: string | null) =>
    setSearch((now) => {
      const next = new URLSearchParams(now);
      if (what === null) next.delete('do');
      else next.set('do', what);
      return next;
    });
  return [search.get('do'), set];
}

/** Sheets on the table as they lie; drop pictures anywhere. */
export function GatherStage() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const sheets = sheetsInOrder(doc);
  const pieces = piecesBySheet(doc);
  const [chosen, setChosen] = useState<string | null>(null);
  const [doing, setDoing] = useDoing();
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
  const practice = usePracticeSheet();
  const template = useTemplate();
  const sheet = sheets.find((s) => s.id === chosen) ?? sheets[0];
  const crop = (box: PxBox) => {
    if (!sheet) return;
    commit(cropSheet(doc, sheet.id, box));
    setDoing(null);
    void liftAgain(sheet.id);
  };
  if (doing === 'write') return <WriteBench onClose={() => setDoing(null)} />;
  if (doing === 'grid') return <GridBench onClose={() => setDoing(null)} />;
  return (
    <>
      <Bench
        actions={
          <>
            <InkButton main tip="Choose pictures of letters, SVG drawings, or a zip of them" onClick={open}>
              <ImagePlus /> Add pictures
            </InkButton>
            <InkButton
              tip="A page with writing lines to print and fill"
              aria-pressed={doing === 'practice'}
              onClick={() => setDoing(doing === 'practice' ? null : 'practice')}
            >
              <Printer /> Practice sheet
            </InkButton>
            <InkButton
              tip="A canvas to draw letters on in another program, with the font's lines"
              aria-pressed={doing === 'template'}
              onClick={() => setDoing(doing === 'template' ? null : 'template')}
            >
              <Frame /> Template
            </InkButton>
            <InkButton
              tip="Take a page from a scanner at this desk"
              aria-pressed={doing === 'scan'}
              onClick={() => setDoing(doing === 'scan' ? null : 'scan')}
            >
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
        }
      >
        <Box
          {...getRootProps()}
          flex="1"
          minH="0"
          overflowY="auto"
          p="6"
          bg={isDragActive ? 'handSoft' : 'sunk'}
        >
          <input {...getInputProps({ 'aria-label': 'Pictures of letters' })} />
          {doing === 'practice' ? (
            <PracticePreview pages={practice.pages} title={projectOf(doc).name} />
          ) : doing === 'template' ? (
            <TemplatePreview svg={template.svg} />
          ) : sheets.length === 0 ? (
            <Flex h="100%" align="center" justify="center" direction="column" gap="2">
              <Text fontSize="lg">Drop a scan or photo of your letters here.</Text>
              <Text color="faded" maxW="30rem" textAlign="center">
                Write them in rows, A to Z first, with some air between them: any ink on any paper, as PNG,
                JPEG, WebP, TIFF or PDF. SVG drawings, icons and pictures named after their letters go
                together, a zip too. Nothing at hand? Write here, or build on a grid.
              </Text>
            </Flex>
          ) : (
            <Flex gap="6" wrap="wrap">
              {sheets.map((s) => (
                <SheetCard
                  key={s.id}
                  sheet={s}
                  pieces={pieces.get(s.id)?.length ?? 0}
                  chosen={s.id === sheet?.id}
                  onChoose={() => setChosen(s.id)}
                  onCrop={doing === 'crop' && s.id === sheet?.id ? crop : null}
                />
              ))}
            </Flex>
          )}
        </Box>
      </Bench>
      {doing === 'practice' ? (
        <PracticeGauge sheet={practice} onClose={() => setDoing(null)} />
      ) : doing === 'template' ? (
        <TemplateGauge template={template} onClose={() => setDoing(null)} />
      ) : doing === 'scan' ? (
        <ScanGauge onClose={() => setDoing(null)} />
      ) : (
        sheet && (
          <SheetGauge
            key={sheet.id}
            sheet={sheet}
            cropping={doing === 'crop'}
            onCropping={(on) => setDoing(on ? 'crop' : null)}
          />
        )
      )}
    </>
  );
}
