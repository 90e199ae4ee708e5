import type { NameToken } from './nameTokens';

/** Words and signs between the names of people who worked together (common practice, no source). */
export const CONNECTORS = new Set('and und y et e och en i with n'.split(' '));
export const CONNECTOR_SIGNS = /[&+]/u;

/** Whether a word or sign of joint work stands anywhere behind the start of a name. */
export function saysJoint(name: string, tokens: readonly NameToken[]): boolean {
  return (
    CONNECTOR_SIGNS.test(name) ||
    tokens.some(({ plain }, i) => i > 0 && plain.length > 1 && CONNECTORS.has(plain))
  );
}
