'use client';

import { ClockBanner } from './clock-banner';
import { CopyBanner } from './copy-banner';
import { QuarantinedBanner } from './quarantined-banner';
import { StorageErrorBanner } from './storage-error-banner';
import { UpdateBanner } from './update-banner';
import { ZoneBanner } from './zone-banner';

/** What stands above every screen when something is amiss with the record, the disk, the clock or the zone. */
export function Banners() {
  return (
    <>
      <StorageErrorBanner />
      <CopyBanner />
      <QuarantinedBanner />
      <ClockBanner />
      <ZoneBanner />
      <UpdateBanner />
    </>
  );
}
