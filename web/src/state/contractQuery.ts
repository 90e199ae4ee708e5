import type { BaseQueryFn } from '@reduxjs/toolkit/query';
import {
  pathOf,
  routes,
  type BodyFor,
  type ErrorAnswer,
  type ErrorCode,
  type ErrorDetails,
  type JsonRouteName,
  type ParamsOf,
  type QueryFor,
} from '@vestibul/contract';

/** What the page knows of a failure: the server's code, or that nothing could be reached. */
export interface PageFailure {
  code: ErrorCode | 'no-connection';
  details: ErrorDetails;
}

type WhenNeeded<Key extends string, Value> = [Value] extends [undefined]
  ? unknown
  : [keyof Value] extends [never]
    ? unknown
    : { [K in Key]: Value };

/** What a call of a route has to say, derived from the contract. */
export type CallFor<Name extends JsonRouteName> = WhenNeeded<'params', ParamsOf<Name>> &
  WhenNeeded<'query', QueryFor<Name>> &
  WhenNeeded<'body', BodyFor<Name>>;

export interface AnyCall {
  route: JsonRouteName;
  params?: Record<string, string>;
  query?: Record<string, unknown>;
  body?: unknown;
}

/** Sends a call of the contract and returns its answer or the failure that the server named. */
export const contractQuery: BaseQueryFn<AnyCall, unknown, PageFailure> = async (call, { signal }) => {
  const { method } = routes[call.route];
  const search = new URLSearchParams();
  for (const [key, value] of Object.entries(call.query ?? {})) {
    if (value !== undefined && value !== '') search.set(key, String(value));
  }
  const query = search.size > 0 ? `?${search}` : '';
  try {
    const response = await fetch(pathOf(call.route, call.params) + query, {
      method,
      signal,
      ...(call.body === undefined
        ? {}
        : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(call.body) }),
    });
    const answer: unknown = response.status === 204 ? {} : await response.json();
    return response.ok ? { data: answer } : { error: (answer as ErrorAnswer).error };
  } catch {
    return { error: { code: 'no-connection', details: {} } };
  }
};
