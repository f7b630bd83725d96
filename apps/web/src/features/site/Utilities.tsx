import { crossingsAt } from '@alveus/core';
import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectAlongLines, selectRested, selectPlace } from '../../store/results';
import { clearWords } from '../parts/clearWords';
import { Button, Heading, List, Row, usePrint, Words } from '../../ui/measured';
import { UtilityLetter } from './UtilityLetter';

/** Utilities that were marked, each with where it lies and how clear it is. */
export const Utilities = memo(function Utilities() {
  const dispatch = useAppDispatch();
  const evaluation = useAppSelector(selectRested);
  const here = useAppSelector((state) => selectPlace(state)?.run.id);
  const print = usePrint();
  const { runs } = useAppSelector(selectAlongLines);
  const crossings = runs.flatMap((id) => {
    const run = evaluation.runs.get(id);
    const there = [...crossingsAt(evaluation, id)].sort((a, b) => a.at - b.at);
    return run ? there.map((result) => ({ run, result })) : [];
  });
  return (
    <>
      <Heading
        action={
          here === undefined ? undefined : (
            <Button
              icon="plus"
              onPress={() => dispatch(sheetOpened({ sheet: 'crossing', crossing: undefined, run: here }))}
            >
              Utility
            </Button>
          )
        }
      >
        Marked utilities
      </Heading>
      {crossings.length === 0 ? (
        <View style={styles.pad}>
          <Words>No utilities yet. Have them located before anybody digs, and wait for the marks.</Words>
        </View>
      ) : (
        <List label="Marked utilities">
          {crossings.map(({ run, result }) => {
            const { crossing } = result;
            const where =
              crossing.lies.how === 'across'
                ? `across ${run.run.name} at ${print(result.at, 'distance')}`
                : `beside ${run.run.name}`;
            return (
              <Row
                key={crossing.id}
                title={crossing.name}
                note={[where, clearWords(result, print), crossing.measured ? 'measured' : 'assumed'].join(' · ')}
                onPress={() => dispatch(sheetOpened({ sheet: 'crossing', crossing: crossing.id, run: run.id }))}
                does="Open"
                before={
                  <View style={styles.letter}>
                    <UtilityLetter utility={crossing.utility} />
                  </View>
                }
              />
            );
          })}
        </List>
      )}
    </>
  );
});

const styles = StyleSheet.create({
  pad: { padding: 12, gap: 10 },
  letter: { marginLeft: 12 },
});
