/** The keeper's own record, and the demo's: two databases that never meet. */
export type WorkspaceName = 'mine' | 'demo';

export function isWorkspaceName(name: string): name is WorkspaceName {
  return name === 'mine' || name === 'demo';
}
