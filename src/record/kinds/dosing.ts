/** What a solution is called in a description once its row is gone. */
export const NO_LONGER_KEPT = 'a solution no longer listed';
