import { useRouter } from 'expo-router';
import type { ReactNode } from 'react';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { FieldPicture, FormPicture, InvertPicture, ProtectionPicture, SpillPicture } from '../../drawing/pictures';
import { useJobActions } from '../../sync/frame/FrameProvider';
import { useTones } from '../../theme/ThemeProvider';
import { Button } from '../../ui/Button';
import { Words } from '../../ui/Words';
import { BrandBar } from '../jobs/BrandBar';
import { SIX_STEPS, WORDS } from './words';

/** What the app is for, a first job in six steps, and the words it uses, with their pictures. */
export function HelpPage() {
  const tones = useTones();
  const router = useRouter();
  return (
    <View style={[styles.page, { backgroundColor: tones.page }]}>
      <BrandBar />
      <ScrollView role="main" contentContainerStyle={styles.body}>
        <Words size="title" strong heading={2}>
          Help
        </Words>
        <Words>
          Alveus plans gravity drains: storm, French drain and septic. Enter where the water leaves and the pipe run by
          run; trench depth, stone, order and rod readings follow. Tap any figure to see how it was worked out.
        </Words>
        <View style={styles.buttons}>
          <Demo />
          <Button onPress={() => router.push('/')}>All jobs</Button>
        </View>
        <Part title="A first job in six steps">
          {SIX_STEPS.map(({ title, words }, index) => (
            <View key={title} role="listitem" style={[styles.step, { borderColor: tones.water }]}>
              <Words strong>{`${index + 1}. ${title}`}</Words>
              <Words>{words}</Words>
            </View>
          ))}
        </Part>
        <Part title="Words" picture={<InvertPicture />}>
          {WORDS.map(({ word, means }) => (
            <View key={word} role="listitem">
              <Words>
                <Words strong>{word}: </Words>
                {means}
              </Words>
            </View>
          ))}
        </Part>
        <Part title="Ends that let water rise" picture={<SpillPicture />} />
        <Part
          title="Tank, box and laterals"
          picture={<FieldPicture count={3} length={undefined} spacing={undefined} />}
        >
          <View role="listitem" style={styles.pictured}>
            <FormPicture form="tank" />
            <Words style={styles.grow}>
              Tank: solids settle; its inlet is 2 to 3 in above its outlet. Never enter one: its gas kills.
            </Words>
          </View>
          <View role="listitem" style={styles.pictured}>
            <FormPicture form="d-box" />
            <Words style={styles.grow}>D-box: splits the flow; all its outlets must be level.</Words>
          </View>
        </Part>
        <Part title="Worker protection">
          <View role="listitem" style={styles.pictured}>
            <ProtectionPicture protection="sloped" />
            <ProtectionPicture protection="shielded" />
            <ProtectionPicture protection="shored" />
          </View>
          <Words>
            From 5 ft by the US rule, or sooner in bad soil, nobody enters a trench unless it is sloped, shielded or
            shored. A competent person decides on the day. Have the utilities located before you dig.
          </Words>
        </Part>
      </ScrollView>
    </View>
  );
}

interface PartProps {
  title: string;
  picture?: ReactNode;
  children?: ReactNode;
}

/** A picture, and what there is to say, point by point. */
function Part({ title, picture, children }: PartProps) {
  return (
    <View style={styles.part}>
      <Words size="large" strong heading={3}>
        {title}
      </Words>
      {picture}
      {children ? (
        <View role="list" aria-label={title} style={styles.part}>
          {children}
        </View>
      ) : null}
    </View>
  );
}

/** A job of its own from the demo plan, to try things out on. */
function Demo() {
  const router = useRouter();
  const jobs = useJobActions();
  const [busy, setBusy] = useState(false);
  const open = async (): Promise<void> => {
    setBusy(true);
    // What opens plan files is a part of its own: parts that share a module would have it loaded with the first page.
    const id = await Promise.all([import('../jobs/planFile'), import('./demo')])
      .then(([{ jobFromText }, { demoText }]) => jobFromText(demoText(), jobs))
      .catch(() => jobs.say('The demo could not be loaded. Try again with a connection.'));
    setBusy(false);
    if (id) router.push(`/job/${id}/grade`);
  };
  return (
    <Button kind="main" icon="open" disabled={busy} onPress={() => void open()}>
      Try the demo
    </Button>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1 },
  body: { padding: 16, gap: 18, maxWidth: 760, width: '100%', alignSelf: 'center', paddingBottom: 48 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  part: { gap: 10 },
  step: { borderLeftWidth: 4, paddingLeft: 12, gap: 2 },
  pictured: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  grow: { flex: 1 },
});
