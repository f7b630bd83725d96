import { View, StyleSheet } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { Button, List, Row } from '../../ui/measured';
import { useKeepingWords } from './keepingWords';

/** What was said besides the rules. */
export function Keepings() {
  const dispatch = useAppDispatch();
  const { plan } = useAppSelector(selectCommitted);
  const words = useKeepingWords();
  const all = Object.values(plan.keeping);
  return (
    <View style={styles.all}>
      {all.length > 0 ? (
        <List label="Job limits">
          {all.map((keeping) => (
            <Row
              key={keeping.id}
              title={keeping.name}
              note={words(keeping)}
              onPress={() => dispatch(sheetOpened({ sheet: 'keeping', keeping: keeping.id }))}
              does="Open"
            />
          ))}
        </List>
      ) : null}
      <Button icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'keeping', keeping: undefined }))}>
        Add a job limit
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({ all: { gap: 10 } });
