import type { Permits } from '../permits';
import { replace, type Undo } from './replace';

/** Connections between browsers ask servers that no policy speaks of: those that are held are left out. */
export function holdPeers(permits: Permits): Undo[] {
  const heldOut = (config?: RTCConfiguration) =>
    config?.iceServers
      ? {
          ...config,
          iceServers: config.iceServers.filter(({ urls }) =>
            [urls].flat().every((url) => permits.holding(url.replace(/^\w+:/, 'https://')) === null),
          ),
        }
      : config;
  return [
    replace(window, 'RTCPeerConnection', ({ value: Own }) => ({
      value: new Proxy(Own, {
        construct(of, args, made) {
          args[0] = heldOut(args[0]);
          return Reflect.construct(of, args, made);
        },
      }),
    })),
    replace(RTCPeerConnection.prototype, 'setConfiguration', ({ value: set }) => ({
      value(this: RTCPeerConnection, config?: RTCConfiguration) {
        return set.call(this, heldOut(config));
      },
    })),
  ];
}
