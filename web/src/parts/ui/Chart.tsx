import { useEffect, useRef } from 'react';
import ApexCharts, { type ApexOptions } from 'apexcharts';
import { useMedia } from './useMedia';

interface ChartProps {
  kind: 'bar' | 'line' | 'boxPlot';
  series: NonNullable<ApexOptions['series']>;
  options: ApexOptions;
  height: number;
}

/** A colour of the theme as it is now. */
const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** What every picture has: the colours and letters of the page, and nothing that moves or asks for a pointer. */
function allOptions({ kind, series, options, height }: ChartProps): ApexOptions {
  const [ink = '', quiet = '', line = '', act = '', soft = ''] = [
    '--ink',
    '--ink-2',
    '--line',
    '--act',
    '--brass-soft',
  ].map(colour);
  const style = { colors: quiet, fontSize: '13px', fontFamily: 'inherit' };
  return {
    colors: [act],
    ...options,
    series,
    chart: {
      ...options.chart,
      type: kind,
      height,
      animations: { enabled: false },
      toolbar: { show: false },
      zoom: { enabled: false },
      foreColor: ink,
      fontFamily: 'inherit',
      background: 'transparent',
    },
    grid: { borderColor: line },
    legend: { labels: { colors: ink }, fontSize: '13px', onItemClick: { toggleDataSeries: false } },
    states: { hover: { filter: { type: 'none' } }, active: { filter: { type: 'none' } } },
    tooltip: { enabled: false },
    plotOptions: { ...options.plotOptions, boxPlot: { colors: { lower: soft, upper: soft } } },
    stroke: { ...options.stroke, colors: kind === 'boxPlot' ? [ink] : undefined },
    xaxis: { ...options.xaxis, labels: { ...options.xaxis?.labels, style } },
    yaxis: { ...options.yaxis, labels: { style } },
  };
}

/** A picture of numbers that stand beside it in a table: whoever hears the page hears the table. Drawn anew where the theme changes. */
export function Chart(props: ChartProps) {
  const box = useRef<HTMLDivElement>(null);
  const isDark = useMedia('(prefers-color-scheme: dark)');
  const drawn = JSON.stringify([isDark, props]);
  useEffect(() => {
    // A place of its own for each: the library draws no second picture where one was.
    const place = document.createElement('div');
    box.current?.replaceChildren(place);
    const chart = new ApexCharts(place, allOptions(props));
    void chart.render();
    return () => chart.destroy();
  }, [drawn]); // eslint-disable-line react-hooks/exhaustive-deps -- drawn again where what is drawn is another
  return <div ref={box} aria-hidden="true" className="min-w-0" style={{ minHeight: props.height }} />;
}
