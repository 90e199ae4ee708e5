import { useState } from 'react';
import type { AssignmentId, PersonId } from '@vestibul/core';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field, inputClass } from '../ui/Field';
import { FormWithFaults } from '../ui/FormWithFaults';
import { sayListName, sayName } from '../ui/format';
import { tell, tellFailure } from '../messages/Notices';
import { api, type Course, type Submission } from '../../state/api';

interface MoveWorkProps {
  course: Course;
  submission: Submission;
  attempt: number;
  onClose: () => void;
}

/** Moves work that was placed with a student to whose it is and what it is for. */
export function MoveWork({ course, submission, attempt, onClose }: MoveWorkProps) {
  const rack = api.useReadRackQuery({ params: { courseId: course.id } });
  const [move, { isLoading }] = api.useMovePlacingMutation();
  const [studentId, setStudent] = useState<PersonId>(submission.student.id);
  const [assignmentId, setAssignment] = useState<AssignmentId>(submission.assignment.id);
  const students = (rack.data?.students ?? []).filter(({ leftAt }) => leftAt === null);
  const isSame = studentId === submission.student.id && assignmentId === submission.assignment.id;
  const act = async () => {
    const { data, error } = await move({
      params: { submissionId: submission.id },
      body: { attempt, studentId, assignmentId },
    });
    if (error) return tellFailure(error);
    const student = students.find(({ id }) => id === studentId);
    const back = async () => {
      const { error: stays } = await move({
        params: { submissionId: data.submissionId },
        body: {
          attempt: data.attempt,
          studentId: submission.student.id,
          assignmentId: submission.assignment.id,
        },
      });
      if (stays) tellFailure(stays);
      else tell(`Moved back to ${sayName(submission.student)}.`);
    };
    tell(`Moved${student ? ` to ${sayName(student)}` : ''}.`, () => void back());
    onClose();
  };
  return (
    <Dialog
      title="This belongs to someone else"
      description="Choose its student and assignment"
      open
      onClose={onClose}
      className="max-w-lg"
    >
      <p>
        {sayName(submission.student)} will no longer have it. It keeps the time at which it was turned in, and
        both steps are on the ledger.
      </p>
      <FormWithFaults className="grid gap-4" onSubmit={act}>
        <Field label="Student">
          <select
            className={inputClass}
            value={studentId}
            onChange={(event) => setStudent(event.target.value as PersonId)}
          >
            {students.map((student) => (
              <option key={student.id} value={student.id}>
                {/* Two can be called the same; their folders are not. */}
                {`${sayListName(student)} · ${student.folderName}`}
              </option>
            ))}
          </select>
        </Field>
        <Field label="Assignment">
          <select
            className={inputClass}
            value={assignmentId}
            onChange={(event) => setAssignment(event.target.value as AssignmentId)}
          >
            {course.assignments.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </select>
        </Field>
        <Button type="submit" look="go" disabled={isSame || isLoading}>
          Move it
        </Button>
      </FormWithFaults>
    </Dialog>
  );
}
