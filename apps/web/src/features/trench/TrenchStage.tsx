import { useAppSelector } from '../../store';
import { selectPlace } from '../../store/results';
import { FigureGrid } from '../../ui';
import { Empty } from '../parts/Empty';
import { LiveFigure } from '../parts/Figure';
import { StageFindings } from '../parts/Findings';
import { LineBar } from '../parts/LineBar';
import { SectionView } from '../parts/SectionView';
import { StageLayout } from '../parts/StageLayout';
import { COVER, DEPTH, WIDTH } from '../parts/stationFigures';
import { DepthClasses } from '../parts/TrenchView';
import { Drawn, TrenchDrawing } from './Drawn';
import { Layers } from './Layers';
import { Protection } from './Protection';
import { Structures } from './Structures';

const TRENCH_FINDINGS = ['trench'] as const;

/** How deep, and what goes round the pipe? */
export function TrenchStage() {
  const begun = useAppSelector((state) => selectPlace(state) !== undefined);
  if (!begun) return <Empty />;
  return (
    <StageLayout
      stage="trench"
      share={0.38}
      drawings={[
        { above: 156, draw: (height) => <SectionView height={height} handles={false} /> },
        { above: 280, main: true, draw: (height) => <TrenchDrawing height={height} /> },
      ]}
      numbers={
        <>
          <LineBar />
          <Drawn />
          <FigureGrid columns={3}>
            <LiveFigure label="Trench depth" quantity="depth" {...DEPTH} />
            <LiveFigure label="Width" quantity="thickness" {...WIDTH} />
            <LiveFigure label="Cover" quantity="depth" {...COVER} />
          </FigureGrid>
          <DepthClasses />
          <Layers />
          <Protection />
          <Structures />
          <StageFindings stages={TRENCH_FINDINGS} quiet="No problems found." />
        </>
      }
    />
  );
}
