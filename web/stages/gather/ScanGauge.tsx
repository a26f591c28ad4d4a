import { Progress, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { missingOfBill } from '../../../core/project/document/queries/sheets';
import { projectOf } from '../../../core/project/document/newProject';
import { practicePages } from '../../../core/lifting/practice/layout';
import { DEFAULT_PRACTICE } from '../../../core/lifting/practice/settings';
import { SCAN_DPI, SCAN_FAULTS, type Device } from '../../../core/lifting/scanner/messages';
import { useDoc } from '../../store/projectStore';
import {
  cancelScan,
  layOnGlass,
  playFault,
  scan,
  takeJammedOut,
  useScanners,
  useScanning,
} from '../../store/scanning';
import { Gauge, GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { NumberField } from '../../ui/NumberField';
import { SelectField } from '../../ui/SelectField';

const STATES: Record<Device['state'], string> = {
  ready: 'Ready',
  scanning: 'Scanning',
  jammed: 'A sheet is stuck',
  gone: 'Does not answer',
};

const HANDS = [
  ['apprentice', "Apprentice's hand"],
  ['keeper', "Keeper's hand, steadier"],
] as const;
const FAULTS = [['none', 'Nothing'], ...SCAN_FAULTS.map((f) => [f, f] as const)] as const;
const DPI = SCAN_DPI.map((d) => [String(d), `${d} dpi`] as const);

function ScanButton({ device, dpi }: { device: Device; dpi: number }) {
  const job = useScanning((s) => s.job);
  if (!job)
    return (
      <InkButton
        main
        tip="Scan what lies on the glass and take it in"
        disabled={device.state !== 'ready'}
        onClick={() => void scan(device, dpi)}
      >
        Scan
      </InkButton>
    );
  return (
    <>
      <Progress.Root value={Math.round(job.progress * 100)} size="xs" aria-label="Scanning">
        <Progress.Track>
          <Progress.Range bg="hand" />
        </Progress.Track>
      </Progress.Root>
      <InkButton tip="Stop the lamp; what is on the table stays" onClick={cancelScan}>
        Stop scanning
      </InkButton>
    </>
  );
}

/** Scanners at this desk: choose one, see its state, scan. What lies on a stand-in's glass is chosen here too. */
export function ScanGauge({ onClose }: { onClose: () => void }) {
  const { data: devices = [], error, mutate } = useScanners();
  const [chosen, setChosen] = useState<string | null>(null);
  const [dpi, setDpi] = useState('200');
  const device = devices.find((d) => d.id === chosen) ?? devices[0];
  return (
    <Gauge title="Scan" hint="Pages come straight to the table. A practice sheet is known by its code.">
      {error !== undefined && (
        <Text fontSize="sm" role="alert">
          No scanner answers: the app runs without its server. Start it with npm run demo, or drop a scan
          here.
        </Text>
      )}
      {device && (
        <>
          <SelectField
            label="Scanner"
            value={device.id}
            options={devices.map((d) => [d.id, d.name] as const)}
            onChange={setChosen}
          />
          <Text fontSize="sm" color={device.state === 'ready' ? 'faded' : 'snag'} data-testid="scanner-state">
            {STATES[device.state]}
            {device.loaded ? ', a sheet on the glass' : ', nothing on the glass'}
          </Text>
          <SelectField label="Resolution" value={dpi} options={DPI} onChange={setDpi} />
          <ScanButton device={device} dpi={Number(dpi)} />
          {device.state === 'jammed' && (
            <InkButton tip="Free the scanner for the next try" onClick={() => void takeJammedOut(device.id)}>
              Take the stuck sheet out
            </InkButton>
          )}
          <OnTheGlass device={device} refresh={() => void mutate()} />
        </>
      )}
      <InkButton tip="Back to the sheets on the table" onClick={onClose}>
        Done
      </InkButton>
    </Gauge>
  );
}

/** The stand-in's part: which page of the practice sheet, filled by whom, and what is to go wrong. */
function OnTheGlass({ device, refresh }: { device: Device; refresh: () => void }) {
  const doc = useDoc();
  const project = projectOf(doc);
  const characters = project.practice?.characters ?? (missingOfBill(doc) || project.bill);
  const settings = project.practice?.settings ?? DEFAULT_PRACTICE;
  const [page, setPage] = useState(1);
  const [hand, setHand] = useState<(typeof HANDS)[number][0]>('apprentice');
  const [printPercent, setPrintPercent] = useState(83);
  const [turnDeg, setTurnDeg] = useState(4);
  const pages = practicePages([...characters], settings).length;
  return (
    <>
      <GaugePart title="On the glass of the stand-in" />
      <Text fontSize="xs" color="faded">
        It prints a page of your practice sheet, fills it with a made-up hand and lays it on the glass.
      </Text>
      <NumberField
        label={`Page (of ${pages})`}
        unit=""
        value={page}
        min={1}
        max={pages}
        onChange={(v) => setPage(Math.round(v))}
      />
      <SelectField label="Written in" value={hand} options={HANDS} onChange={setHand} />
      <NumberField
        label="Printed at"
        unit="%"
        value={printPercent}
        min={70}
        max={110}
        onChange={setPrintPercent}
      />
      <NumberField
        label="Lies turned by"
        unit="°"
        value={turnDeg}
        min={-180}
        max={180}
        onChange={setTurnDeg}
      />
      <InkButton
        tip="Print it, have it filled and lay it on the glass"
        onClick={() =>
          void layOnGlass(device.id, { characters, settings, page, hand, printPercent, turnDeg })
        }
      >
        Lay it on the glass
      </InkButton>
      <SelectField
        label="What goes wrong next"
        value={device.fault ?? 'none'}
        options={FAULTS}
        onChange={(next) => void playFault(device.id, next === 'none' ? null : next).then(refresh)}
      />
    </>
  );
}
