/** What React Native for the web hands on from its views, with what createDOMProps beside this file turns into aria-*. */
const original = require('react-native-web/dist/modules/forwardedProps/index');

module.exports = {
  ...original,
  accessibilityProps: { ...original.accessibilityProps, accessibilityState: true, accessibilityValue: true },
};
