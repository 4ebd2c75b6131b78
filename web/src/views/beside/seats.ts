/** Which port of a group each thing sits in. */
import type { Seat } from "../../api/beside";

/** Each port of a group with what sits in it; what names no port takes the first that is free. */
export function seated(count: number, seats: Seat[]): { number: number; seats: Seat[]; said: boolean }[] {
  const ports = Array.from({ length: count }, (_, i) => ({ number: i + 1, seats: [] as Seat[], said: true }));
  const loose: Seat[] = [];
  for (const seat of seats) {
    const port = seat.number == null ? undefined : ports[seat.number - 1];
    if (port) port.seats.push(seat);
    else loose.push(seat);
  }
  for (const seat of loose) {
    const free = ports.find((port) => port.seats.length === 0);
    if (free) Object.assign(free, { seats: [seat], said: false });
  }
  return ports;
}
