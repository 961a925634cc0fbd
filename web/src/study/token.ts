import { api } from "../api/client";
import { onDevice } from "../app/storage";

/** What a device shows itself by. The cookie does the same, but a frame on another site's page may have none. */
const HEADER = "Escuela-Student";

const key = (code: string) => `escuela.token.${code}`;

/** ``shared``: a device that knows a class has its cookies alone, which end together when somebody leaves it; only in
 * a frame, which may have none, it needs this. */
export function keepToken(code: string, token: string, shared = false): void {
  if (token && !(shared && window.parent === window)) onDevice.set(key(code), token);
  else onDevice.remove(key(code));
}

/** Every request of the study pages says who asks. */
export function showToken(code: string): void {
  api.use({
    onRequest({ request }) {
      const token = onDevice.get(key(code));
      if (token) request.headers.set(HEADER, token);
      return request;
    },
  });
}
