import type { z } from 'zod';
import type { answers } from './answers';
import type { pathParams } from './pathParams';
import type { requests } from './requests';
import type { routes, RouteName } from './routes';

export { errorStatus } from './parts/errors';
export type { ErrorAnswer, ErrorCode, ErrorDetails } from './parts/errors';
export * from './parts/limits';
export { largestBody } from './parts/route';
export type { Route, RouteSubject } from './parts/route';
export { pathOf } from './pathOf';
export { routes } from './routes';
export type { RouteName } from './routes';
export { assignmentBody } from './parts/bodies';
export { courseBody, courseWords, periodBody } from './courses/shapes';
export { doorBody } from './doors/shapes';
export { newPhrase } from './review/shapes';
export { askOfficeBody, changedStudent, joiningPerson } from './roster/shapes';
export { schoolBody, yearBody } from './school/shapes';
export { personBody, signInBody, welcomeBody } from './sign-in/shapes';
export { pathParams } from './pathParams';
export { requests, shapesOf } from './requests';
export { uploadMetadata } from './intake/uploadMetadata';
export { answers } from './answers';
export { classFile } from './classFile';
export type { ClassFile } from './classFile';
export type { LiveNotice } from './live/LiveNotice';

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
