/**
 * React Native for the web drops `accessibilityState` and `accessibilityValue`, which the component library states
 * everything by: here they become what browsers know, so that checked, selected, expanded and busy are announced.
 */
const original = require('react-native-web/dist/modules/createDOMProps/index');

const create = original.default ?? original;

const STATES = ['disabled', 'selected', 'checked', 'busy', 'expanded'];
const VALUES = ['min', 'max', 'now', 'text'];

module.exports = function createDOMProps(elementType, props, options) {
  if (!props || !('accessibilityState' in props || 'accessibilityValue' in props))
    return create(elementType, props, options);
  const { accessibilityState: state, accessibilityValue: value, ...told } = props;
  for (const name of STATES) if (state?.[name] !== undefined) told[`aria-${name}`] ??= state[name];
  for (const name of VALUES) if (value?.[name] !== undefined) told[`aria-value${name}`] ??= value[name];
  // A thing that is not disabled need not say so.
  if (told['aria-disabled'] === false) delete told['aria-disabled'];
  return create(elementType, told, options);
};
module.exports.default = module.exports;
