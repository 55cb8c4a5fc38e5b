package inky.courier.core.preflight;

import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.office.Change;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.NameItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.ProfileItem;
import inky.courier.core.office.Reference;
import inky.courier.core.profile.ScanProfile;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;

/** An office of one job. */
final class PreflightOffice {
    private static final UUID JOB = new UUID(7, 1);

    private PreflightOffice() {}

    static Office of(ScanProfile profile, List<DestinationItem> destinations) {
        return of(profile, destinations, "{date}");
    }

    static Office of(ScanProfile profile, List<DestinationItem> destinations, String template) {
        List<Change> all = new ArrayList<>();
        destinations.forEach(destination -> all.add(new Change.Put(destination)));
        all.add(new Change.Put(new ProfileItem(new UUID(5, 1), "Profile", profile)));
        all.add(new Change.Put(new NameItem(new UUID(6, 1), "Date", template)));
        all.add(new Change.Put(JobItem.usual(
                        JOB,
                        "Berth permit",
                        new UUID(5, 1),
                        new UUID(6, 1),
                        destinations.stream()
                                .map(destination -> new JobItem.Target(destination.id(), List.of()))
                                .toList())
                .with(job -> job.icon = "permit")));
        return Office.EMPTY.apply(all);
    }

    static JobItem job(Office office) {
        return (JobItem) office.find(new Reference(ItemKind.JOB, JOB)).orElseThrow();
    }

    static DestinationItem at(DestinationKind kind, boolean mustEncrypt) {
        FolderSettings b = FolderSettings.BLANK;
        return new DestinationItem(
                new UUID(4, kind.ordinal()),
                kind.name(),
                kind,
                DestinationItem.NOTHING,
                kind.hasFolderSettings()
                        ? new FolderSettings(
                                b.host(),
                                b.port(),
                                b.share(),
                                b.path(),
                                b.account(),
                                b.domain(),
                                b.encryption(),
                                b.certificateCheck(),
                                b.fingerprint(),
                                b.passive(),
                                b.signsInByKey(),
                                b.whenTaken(),
                                b.makeFolders(),
                                b.sidecar(),
                                b.atOnce(),
                                b.consent(),
                                mustEncrypt,
                                false)
                        : kind.usual(),
                DestinationItem.NOTHING);
    }

    /** A folder on a server. */
    static DestinationItem server(DestinationKind kind, Encryption encryption, CertificateCheck check) {
        FolderSettings b = FolderSettings.BLANK;
        return new DestinationItem(
                new UUID(4, kind.ordinal()),
                kind.name(),
                kind,
                DestinationItem.NOTHING,
                new FolderSettings(
                        kind == DestinationKind.WEBDAV
                                ? "https://files.wherrymoor.example/"
                                : "files.wherrymoor.example",
                        b.port(),
                        b.share(),
                        b.path(),
                        "scans",
                        b.domain(),
                        encryption,
                        check,
                        b.fingerprint(),
                        b.passive(),
                        b.signsInByKey(),
                        b.whenTaken(),
                        b.makeFolders(),
                        b.sidecar(),
                        b.atOnce(),
                        b.consent(),
                        false,
                        false),
                DestinationItem.NOTHING);
    }
}
