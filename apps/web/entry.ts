// First of all, what loads further code: the next takes hold of it.
import '@expo/metro-runtime';
import 'expo';
import './src/shared';
// Storage and server are asked first: what they answer is there by the time that there is something to draw it.
import './src/sync/frame/begun';
import 'expo-router/entry';
