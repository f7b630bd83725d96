module.exports = (api) => {
  api.cache(true);
  return {
    presets: ['babel-preset-expo'],
    // Takes only the parts of the component library that are used.
    plugins: ['react-native-paper/babel'],
  };
};
