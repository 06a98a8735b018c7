import { BarChart } from 'echarts/charts';
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { init, use, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

use([AriaComponent, BarChart, GridComponent, LegendComponent, SVGRenderer, TooltipComponent]);

/** A chart in an element, drawn as SVG. */
export const drawInto = (element: HTMLElement): EChartsType => init(element, null, { renderer: 'svg' });
