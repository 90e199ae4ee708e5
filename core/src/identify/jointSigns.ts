import type { NameToken } from './nameTokens';
import { isUnspaced } from './unspaced';

/** Words and signs between the names of people who worked together (common practice, no source). */
export const CONNECTORS = new Set('and und y et e och en i with n 和 与 與 跟 と 및 และ'.split(' '));
export const CONNECTOR_SIGNS = /[&+]/u;

/** Whether a word says so anywhere: a single letter of an alphabet can as well be an initial. */
export function isConnector(plain: string): boolean {
  return CONNECTORS.has(plain) && (plain.length > 1 || isUnspaced(plain));
}

/** Whether a word or sign of joint work stands anywhere behind the start of a name. */
export function saysJoint(name: string, tokens: readonly NameToken[]): boolean {
  return CONNECTOR_SIGNS.test(name) || tokens.some(({ plain }, i) => i > 0 && isConnector(plain));
}
