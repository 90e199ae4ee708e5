import type { Request, Response } from 'express';
import type { AnswerOf, BodyOf, JsonRouteName, ParamsOf, QueryOf, RouteName } from '@vestibul/contract';
import type { Access } from '@vestibul/core';
import type { School } from '../School';
import type { VisitRow } from '../../doors/visits';
import type { PersonRow } from '../../school/people';

/** One request, let in and read: what every handler gets. */
export interface Call<Name extends RouteName> {
  school: School;
  /** Who calls; null only on routes that nobody signed in may call. */
  person: PersonRow | null;
  /** Of somebody who came by a side door: what they said of themselves there. */
  visit: VisitRow | null;
  /** What they can do with what the route is about, and why. */
  access: Access;
  params: ParamsOf<Name>;
  body: BodyOf<Name>;
  query: QueryOf<Name>;
  request: Request;
  response: Response;
}

export type JsonHandlers = {
  [Name in JsonRouteName]: (call: Call<Name>) => AnswerOf<Name> | Promise<AnswerOf<Name>>;
};

/** Routes that write their answer themselves. */
export type StreamHandlers = {
  [Name in Exclude<RouteName, JsonRouteName>]: (call: Call<Name>) => void | Promise<void>;
};

/** The person of a call on a route that only people who are signed in may make. */
export function caller<Name extends RouteName>(call: Call<Name>): PersonRow {
  if (!call.person) throw new Error('this route lets nobody in who is not signed in');
  return call.person;
}
