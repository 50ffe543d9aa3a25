import type { Permits } from '../permits';
import { replace, type Undo } from './replace';

/** Connections between browsers ask servers that no policy speaks of: those that are held are left out. */
export function holdPeers(permits: Permits): Undo[] {
  const heldOut = (config?: RTCConfiguration): RTCConfiguration | undefined =>
    config?.iceServers && {
      ...config,
      iceServers: config.iceServers.filter(({ urls }) =>
        [urls].flat().every((url) => permits.holding(url.replace(/^\w+:(\/\/)?/, 'https://')) === null),
      ),
    };
  return [
    replace(window, 'RTCPeerConnection', ({ value: Own }) => ({
      value: new Proxy(Own, {
        construct: (of, [config, ...more], made) => Reflect.construct(of, [heldOut(config) ?? config, ...more], made),
      }),
    })),
    replace(RTCPeerConnection.prototype, 'setConfiguration', ({ value: set }) => ({
      value(this: RTCPeerConnection, config?: RTCConfiguration) {
        return set.call(this, heldOut(config) ?? config);
      },
    })),
  ];
}
