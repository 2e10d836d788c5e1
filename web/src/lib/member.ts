/** How strongly a stud is drawn: faintly where it is less likely there than not. */
export const strengthOf = (member: { exists: number }) => (member.exists < 0.5 ? 0.45 : 1);
