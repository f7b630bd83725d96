import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { KeptContext, keptStore } from './library';

/** What shows something of the company's stands in this. */
export function KeptProvider({ children }: { children: ReactNode }) {
  return (
    <Provider store={keptStore} context={KeptContext}>
      {children}
    </Provider>
  );
}
