import { Redirect, useLocalSearchParams } from 'expo-router';

export default function JobRoute() {
  const { job } = useLocalSearchParams<{ job: string }>();
  return <Redirect href={`/job/${job}/grade`} />;
}
