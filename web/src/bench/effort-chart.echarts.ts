import { BarChart, ScatterChart } from 'echarts/charts';
import { AriaComponent, GridComponent, MarkAreaComponent, TooltipComponent } from 'echarts/components';
import { init, use, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

use([AriaComponent, BarChart, GridComponent, MarkAreaComponent, ScatterChart, SVGRenderer, TooltipComponent]);

/** A chart in an element, drawn as SVG so that it prints sharply. */
export const drawInto = (element: HTMLElement): EChartsType => init(element, null, { renderer: 'svg' });
