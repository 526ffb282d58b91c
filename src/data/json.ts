import { customType } from "drizzle-orm/mysql-core";

/**
 * A JSON column holding an object. MariaDB keeps JSON as text; whether the driver hands out the text or the
 * object depends on what the server says of the column, so both are taken.
 */
export function json<T extends object>(name: string) {
  return customType<{ data: T; driverData: string | T }>({
    dataType: () => "json",
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (stored) => (typeof stored === "string" ? (JSON.parse(stored) as T) : stored),
  })(name);
}
