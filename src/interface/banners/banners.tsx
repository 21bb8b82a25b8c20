'use client';

import { ClockBanner } from './clock-banner';
import { CopyBanner } from './copy-banner';
import { SetApartBanner } from './set-apart-banner';
import { TroubleBanner } from './trouble-banner';
import { UpdateBanner } from './update-banner';
import { ZoneBanner } from './zone-banner';

/** What stands above every screen when something is amiss with the record, the disk, the clock or the zone. */
export function Banners() {
  return (
    <>
      <TroubleBanner />
      <CopyBanner />
      <SetApartBanner />
      <ClockBanner />
      <ZoneBanner />
      <UpdateBanner />
    </>
  );
}
