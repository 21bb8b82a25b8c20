import { redirect } from 'next/navigation';

export default async function Tank({ params }: { readonly params: Promise<{ workspace: string; tank: string }> }) {
  const { workspace, tank } = await params;
  redirect(`/${workspace}/${tank}/today`);
}
