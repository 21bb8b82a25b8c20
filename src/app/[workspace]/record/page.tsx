import { FilesBench } from '@/benches/files/files-bench';
import { Door } from '@/interface/hall/door';

export default function FilesPage() {
  return <Door bench="files" otherwise={<FilesBench />} />;
}
