import type { ReactNode } from 'react';
import { Component } from 'react';
import { StyleSheet, View } from 'react-native';
import type { FrameStore } from '../../store/frame/store';
import type { RootState } from '../../store/store';
import { useFrame } from '../../sync/frame/FrameProvider';
import { useTones } from '../../theme/ThemeProvider';
import { Button } from '../../ui/Button';
import { Words } from '../../ui/Words';
import { savePlan } from './savePlan';
import { WordsPage } from './WordsPage';

/** Where the screen fails, the page says so and lets people go on: what was typed goes out beside it all the same. */
export function CrashGuard({ children }: { children: ReactNode }) {
  const { store } = useFrame();
  return <Guard store={store}>{children}</Guard>;
}

interface GuardProps {
  store: FrameStore;
  children: ReactNode;
}

class Guard extends Component<GuardProps, { error: Error | undefined }> {
  override state = { error: undefined as Error | undefined };

  static getDerivedStateFromError(error: unknown): { error: Error } {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  override render(): ReactNode {
    const { error } = this.state;
    if (!error) return this.props.children;
    return <Crashed error={error} store={this.props.store} onGoOn={() => this.setState({ error: undefined })} />;
  }
}

function Crashed({ error, store, onGoOn }: { error: Error; store: FrameStore; onGoOn: () => void }) {
  const tones = useTones();
  const { job } = store.getState() as Partial<RootState>;
  const open = job?.opening === 'open' ? job : undefined;
  return (
    <WordsPage title="This screen has failed">
      <Words>
        What you typed is saved, and still being sent. Go on and see whether it happens again; the plan file holds the
        whole job in any case.
      </Words>
      <View role="note" style={[styles.what, { borderColor: tones.line, backgroundColor: tones.card }]}>
        <Words size="small" tone="muted">
          {error.message || 'No reason was given.'}
        </Words>
      </View>
      <Button kind="main" onPress={onGoOn}>
        Continue
      </Button>
      {open ? (
        <Button icon="file" onPress={() => savePlan(open)}>
          Save plan file
        </Button>
      ) : null}
      <Button onPress={() => window.location.assign('/')}>All jobs</Button>
    </WordsPage>
  );
}

const styles = StyleSheet.create({
  what: { borderWidth: 1, borderRadius: 8, padding: 12 },
});
