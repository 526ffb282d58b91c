/** Who is at the counter: the door, switching, and the lock. */
export { Door } from "./door.tsx";
export { CounterProvider } from "./provider.tsx";
export { Who } from "./who.tsx";
