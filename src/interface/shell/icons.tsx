import {
  Beaker,
  BookOpen,
  Box,
  CalendarCheck,
  ChartLine,
  CirclePlus,
  Clock,
  Cylinder,
  Droplets,
  Filter,
  Fish,
  FlaskConical,
  FolderOpen,
  Gauge,
  GitCompareArrows,
  ListChecks,
  Luggage,
  Milk,
  MoveUpRight,
  NotebookPen,
  Pipette,
  RefreshCw,
  Scale,
  Settings,
  Shell,
  Sprout,
  Sunrise,
  TestTube,
  Waves,
  Wind,
  Wrench,
  type LucideIcon,
} from 'lucide-react';
import type { BENCHES } from '@/registry/benches';
import type { ROOMS } from '@/registry/rooms';

export type IconName = (typeof BENCHES)[number]['icon'] | (typeof ROOMS)[number]['icon'];

/** The drawings the registry names. */
const ICONS: Readonly<Record<IconName, LucideIcon>> = {
  beaker: Beaker,
  'book-open': BookOpen,
  box: Box,
  'calendar-check': CalendarCheck,
  'chart-line': ChartLine,
  'circle-plus': CirclePlus,
  clock: Clock,
  cylinder: Cylinder,
  droplets: Droplets,
  filter: Filter,
  fish: Fish,
  'flask-conical': FlaskConical,
  'folder-open': FolderOpen,
  gauge: Gauge,
  'git-compare-arrows': GitCompareArrows,
  'list-checks': ListChecks,
  luggage: Luggage,
  milk: Milk,
  'move-up-right': MoveUpRight,
  'notebook-pen': NotebookPen,
  pipette: Pipette,
  'refresh-cw': RefreshCw,
  scale: Scale,
  settings: Settings,
  shell: Shell,
  sprout: Sprout,
  sunrise: Sunrise,
  'test-tube': TestTube,
  waves: Waves,
  wind: Wind,
  wrench: Wrench,
};

export function Icon({ name, size = 18 }: { readonly name: IconName; readonly size?: number }) {
  const Drawing = ICONS[name];
  return <Drawing size={size} strokeWidth={1.7} aria-hidden="true" className="shrink-0" />;
}
