import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { WorkspaceProvider } from '@/interface/workspace';
import { isWorkspaceName } from '@/interface/workspace-name';

export default async function WorkspaceLayout({
  params,
  children,
}: {
  readonly params: Promise<{ workspace: string }>;
  readonly children: ReactNode;
}) {
  const { workspace } = await params;
  if (!isWorkspaceName(workspace)) notFound();
  return <WorkspaceProvider name={workspace}>{children}</WorkspaceProvider>;
}
