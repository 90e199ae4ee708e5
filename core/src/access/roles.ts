/** What somebody is in the school, whatever the course. */
export const standings = ['student', 'teacher', 'office'] as const;
export type Standing = (typeof standings)[number];

/**
 * On a course's staff: its teacher, co-teachers (all that the teacher can, except giving the course away and naming other
 * co-teachers), aides (see and comment).
 */
export const courseStaffRoles = ['teacher', 'co-teacher', 'aide'] as const;
export type CourseStaffRole = (typeof courseStaffRoles)[number];

/** What students see of an assignment's pieces once they are in: none, their own, or those of their whole period. */
export const afterwards = ['nothing', 'own', 'period'] as const;
export type Afterwards = (typeof afterwards)[number];
