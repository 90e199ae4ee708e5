import { together } from '../platform/database/database';
import { addPerson, listPeople } from '../school/people';
import { makeLink } from './accounts';
import { caller, type JsonHandlers } from '../platform/http/call';

export const peopleHandlers = {
  listPeople: ({ school, query }) => listPeople(school.db, query.find, query.after),
  addPerson(call) {
    const { school, body } = call;
    const by = caller(call).id;
    return together(school.db, () => {
      const { standing, ...person } = body;
      const id = addPerson(school, by, { ...person, called: '', username: '', number: '' }, standing);
      return { id, link: makeLink(school, by, id, true) };
    });
  },
} satisfies Partial<JsonHandlers>;
