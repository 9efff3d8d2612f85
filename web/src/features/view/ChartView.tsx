import { useEffect, useMemo, useState } from 'react';
import { groupLabel } from '../../shared/format';
import { ofPanel, reach } from './cells';
import { faceOf } from './kinds';
import { OneChart, type ChartProps } from './OneChart';
import { useZoom } from './useZoom';
import { ZoomTools } from './ZoomTools';
import { say } from '../../words';
import css from './ChartView.module.css';

/** A chart of groups, or one for each panel on the same axes: all of them are looked at closer together. */
export default function ChartView(props: ChartProps) {
  const { view, answer, title } = props;
  const shown = faceOf(view).chart;
  const ready = useParts(shown?.parts);
  const zoom = useZoom(shown?.zoom);
  const isSplit = Boolean(view.split);
  const panels = view.panels ? (isSplit ? answer.panels : answer.splits) : null;
  const parts = useMemo(
    () => panels?.map((_, p) => ofPanel(answer, isSplit, p)) ?? null,
    [answer, isSplit, panels],
  );
  if (!ready) return <p className="soft">{say('view.reading')}</p>;
  const tools = shown?.zoom && (
    <ZoomTools
      title={title}
      zoom={zoom}
      canBox={shown.zoom === 'geo' && Boolean(shown.box?.(view))}
    />
  );
  if (!panels || !parts) return <OneChart {...props} zoom={zoom} range={null} tools={tools} />;
  const range = reach(parts, shown?.stacks?.(view) ?? false);
  return (
    <div className={css.panelPlace}>
      <div className={css.panels}>
        {panels.map((key, p) => {
          const part = parts[p];
          const name = groupLabel(key, view.panels ?? null, props.context.data.columns);
          return (
            part && (
              <section key={p} className={css.panelChart} data-panel aria-label={name}>
                <h3 dir="auto" title={name}>
                  {name}
                </h3>
                <OneChart
                  {...props}
                  answer={part}
                  title={`${title}, ${name}`}
                  zoom={zoom}
                  range={range}
                />
              </section>
            )
          );
        })}
      </div>
      {tools}
    </div>
  );
}

/** Whether the parts of the chart library that a kind needs for itself are there. */
function useParts(parts: (() => Promise<unknown>) | undefined): boolean {
  const [loaded, setLoaded] = useState<(() => Promise<unknown>) | null>(null);
  useEffect(() => {
    if (!parts) return;
    let wanted = true;
    void parts().then(() => {
      if (wanted) setLoaded(() => parts);
    });
    return () => {
      wanted = false;
    };
  }, [parts]);
  return !parts || loaded === parts;
}
