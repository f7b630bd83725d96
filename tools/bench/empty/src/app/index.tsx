import { useState } from 'react';
import { View } from 'react-native';
import { Appbar, Button, TextInput } from 'react-native-paper';
import Svg, { Path } from 'react-native-svg';
import { useDispatch, useSelector } from 'react-redux';

export default function Index() {
  const [name, setName] = useState('');
  const dispatch = useDispatch();
  const count = useSelector((state: { count: number }) => state.count);
  return (
    <View style={{ flex: 1 }}>
      <Appbar>
        <Appbar.Content title="Empty" />
      </Appbar>
      <Button mode="contained" onPress={() => dispatch({ type: 'count/added' })}>
        {`Press ${count}`}
      </Button>
      <TextInput label="Name" value={name} onChangeText={setName} />
      <Svg width={24} height={24} viewBox="0 0 24 24">
        <Path d="M2 6h5l2 14h6l2-14h5" stroke="#0B5A70" strokeWidth={2} fill="none" />
      </Svg>
    </View>
  );
}
