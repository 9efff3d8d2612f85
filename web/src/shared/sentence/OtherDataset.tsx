import { useQuery } from '@tanstack/react-query';
import { call } from '../../api/client';
import type { DatasetDetails, DatasetSummary, Slot } from '../../api/types';
import type { Fields } from './definition';
import { ColumnsPick, OneOf } from './pickers';
import { say } from '../../words';

interface Props {
  readonly slot: Slot;
  readonly fields: Fields;
  /** The dataset that it is said of, which is not looked up in itself. */
  readonly dataset: string;
  readonly onChange: (fields: Fields) => void;
}

/** Another dataset of the same person. */
export function DatasetPick({ slot, fields, dataset, onChange }: Props) {
  const { data } = useQuery({
    queryKey: ['datasets'],
    queryFn: () => call<{ datasets: DatasetSummary[] }>('GET', '/api/datasets'),
  });
  const others = (data?.datasets ?? []).filter((item) => item.id !== dataset);
  return (
    <OneOf
      words={slot.words}
      value={fields[slot.path]}
      empty={say('shared.noOtherDataset')}
      options={others.map((item) => ({ value: item.id, label: item.name }))}
      onChange={(id) =>
        onChange({
          ...fields,
          [slot.path]: id,
          datasetName: others.find((item) => item.id === id)?.name ?? '',
        })
      }
    />
  );
}

/** Of that dataset a column, or several. */
export function OtherColumns({ slot, fields, onChange }: Omit<Props, 'dataset'>) {
  const other = String(fields.dataset ?? '');
  const { data } = useQuery({
    queryKey: ['dataset', other],
    queryFn: () => call<DatasetDetails>('GET', `/api/datasets/${other}`),
    enabled: other !== '',
  });
  const options = (data?.columns ?? []).map(({ info }) => ({
    value: info.name,
    label: info.label,
  }));
  const set = (next: unknown) => onChange({ ...fields, [slot.path]: next });
  if (slot.type === 'OTHER_COLUMNS') {
    return (
      <ColumnsPick words={slot.words} value={fields[slot.path]} options={options} onChange={set} />
    );
  }
  return (
    <OneOf
      words={slot.words}
      value={fields[slot.path]}
      empty={say('shared.pickADatasetFirst')}
      options={options}
      onChange={set}
    />
  );
}
