import { LineChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { init, use, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

use([GridComponent, LineChart, SVGRenderer, TooltipComponent]);

/** A chart in an element, drawn as SVG so that it prints sharply. */
export const drawInto = (element: HTMLElement): EChartsType => init(element, null, { renderer: 'svg' });
