package inky.courier.delivery;

import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.ScanProfile;

/** What the job said when the scan was sent. */
record JobSnapshot(String template, String subject, String body, ColourMode colour, ScanProfile.FileType fileType) {}
