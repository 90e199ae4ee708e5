import type { z } from 'zod';
import type { answers } from './answers';
import type { pathParams, requests } from './requests';
import type { routes, RouteName } from './routes';

export { errorStatus } from './errors';
export type { ErrorAnswer, ErrorCode, ErrorDetails } from './errors';
export * from './limits';
export { largestBody } from './route';
export type { Route, RouteSubject } from './route';
export { pathOf } from './pathOf';
export { routes } from './routes';
export type { RouteName } from './routes';
export {
  askOfficeBody,
  assignmentBody,
  commentBody,
  changedStudent,
  courseBody,
  courseWords,
  doorBody,
  joiningPerson,
  periodBody,
  personBody,
  schoolBody,
  signInBody,
  welcomeBody,
  yearBody,
} from './bodies';
export { pathParams, requests, shapesOf, uploadMetadata } from './requests';
export { answers } from './answers';
export { classFile } from './classFile';
export type { ClassFile } from './classFile';
export type { LiveNotice } from './live';

/** Routes that answer with JSON. */
export type JsonRouteName = keyof typeof answers;

type ParamNames<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | ParamNames<`/${Rest}`>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never;

export type ParamsOf<Name extends RouteName> = {
  [Key in ParamNames<(typeof routes)[Name]['path']> & keyof typeof pathParams]: z.output<
    (typeof pathParams)[Key]
  >;
};

type Part<Name extends RouteName, Key extends 'body' | 'query'> = Name extends keyof typeof requests
  ? (typeof requests)[Name] extends { [K in Key]: infer Schema extends z.ZodType }
    ? Schema
    : null
  : null;

type InputOf<Schema> = Schema extends z.ZodType ? z.input<Schema> : undefined;
type OutputOf<Schema> = Schema extends z.ZodType ? z.output<Schema> : undefined;

/** A request as the server reads it, defaults filled in. */
export type BodyOf<Name extends RouteName> = OutputOf<Part<Name, 'body'>>;
export type QueryOf<Name extends RouteName> = OutputOf<Part<Name, 'query'>>;
/** A request as a caller may write it. */
export type BodyFor<Name extends RouteName> = InputOf<Part<Name, 'body'>>;
export type QueryFor<Name extends RouteName> = InputOf<Part<Name, 'query'>>;

export type AnswerOf<Name extends JsonRouteName> = z.output<(typeof answers)[Name]>;
