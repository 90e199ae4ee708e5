import { routes, type RouteName } from './routes';

/** Fills the parameters of a route's path, each encoded. Throws when one is missing. */
export function pathOf(name: RouteName, params: Record<string, string> = {}): string {
  return routes[name].path.replace(/:(\w+)/g, (_, key: string) => {
    const value = params[key];
    if (value === undefined) throw new Error(`the route ${name} needs ${key}`);
    return encodeURIComponent(value);
  });
}
