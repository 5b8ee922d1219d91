import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import { Page } from '../../shared/page.tsx';
import { SectionNav } from '../../shared/SectionNav.tsx';
import { NotHere } from '../../shared/states.tsx';
import { IntervalTool } from './IntervalTool.tsx';
import { LoadTool } from './LoadTool.tsx';
import { MakeshiftTool } from './MakeshiftTool.tsx';
import { PlateTool } from './PlateTool.tsx';

const TOOLS: readonly { readonly id: string; readonly name: string; readonly tool: () => ReactNode }[] = [
  { id: 'load', name: 'Load for reps', tool: LoadTool },
  { id: 'plates', name: 'Plates', tool: PlateTool },
  { id: 'makeshift', name: 'Makeshift loads', tool: MakeshiftTool },
  { id: 'intervals', name: 'Intervals and totals', tool: IntervalTool },
];

/** Arithmetic that trainers do in their heads, with its formula and its limits. */
export default function ToolsPage() {
  const { tool = 'load' } = useParams();
  const Tool = TOOLS.find(({ id }) => id === tool)?.tool;
  return (
    <Page title="Tools" aside={<SectionNav label="Tools" parts={TOOLS.map(({ id, name }) => ({ to: `/tools/${id}`, name }))} />}>
      {Tool ? <Tool /> : <NotHere what="this tool" />}
    </Page>
  );
}
