/** No icons here. */
export default function Icon() {
  return null;
}
