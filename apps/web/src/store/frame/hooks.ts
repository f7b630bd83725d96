import { useDispatch, useSelector } from 'react-redux';
import type { FrameDispatch, FrameState } from './store';

export const useFrameDispatch = useDispatch.withTypes<FrameDispatch>();
export const useFrameSelector = useSelector.withTypes<FrameState>();
