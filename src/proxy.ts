import { type NextRequest, NextResponse } from "next/server";

/**
 * Gives every page a content security policy with a nonce of its own: scripts run only when the server
 * vouches for them. Styles may be inline; WebAssembly may be compiled for heavy computation.
 */
export function proxy(request: NextRequest): NextResponse {
  const nonce = Buffer.from(crypto.getRandomValues(new Uint8Array(16))).toString("base64");
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic' 'wasm-unsafe-eval'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
  // The framework reads the nonce for its own scripts from the request's policy.
  const headers = new Headers(request.headers);
  headers.set("Content-Security-Policy", policy);
  // The house's own first script needs it, too.
  headers.set("x-tumbek-nonce", nonce);
  // Where whoever has to sign in first wanted to go.
  headers.set("x-tumbek-path", request.nextUrl.pathname + request.nextUrl.search);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("Content-Security-Policy", policy);
  return response;
}

export const config = { matcher: ["/((?!api/|_next/static/).*)"] };
