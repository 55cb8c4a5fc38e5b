package inky.courier.demo;

import inky.courier.connection.ProbeReport;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.destination.ConsentSettings;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.transfer.SidecarForm;
import inky.courier.core.transfer.WhenTaken;
import inky.courier.destination.DestinationForm;
import inky.courier.destination.DestinationProbes;
import inky.courier.destination.DestinationService;
import java.util.UUID;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** The folders of the demo office, each trusted as an administrator would: probed, looked at, pinned. */
@Component
@Profile("demo")
class DemoFolders {
    private final DestinationService destinations;
    private final DestinationProbes probes;

    DemoFolders(DestinationService destinations, DestinationProbes probes) {
        this.destinations = destinations;
        this.probes = probes;
    }

    record Made(UUID manifests, UUID bills, UUID charts, UUID ownCloud, UUID desktop, UUID stick, UUID copies) {}

    Made make(World world, int port, UUID owner) {
        World.House files = world.fileHouse();
        World.House cloud = world.cloud();
        // Samba may be missing, or not allowed to listen; the manifests then go by SFTP.
        FolderSettings share = settings(
                files.host(), port + 3, "manifests/{date:yyyy}", files.account(), Encryption.NONE, SidecarForm.NONE);
        boolean hasShare = probes.probe(
                        null, DestinationForm.folder("Manifests", DestinationKind.SMB, share, files.password()))
                .passed();
        UUID manifests = hasShare
                ? add("Manifest archive", DestinationKind.SMB, share, files, null)
                : add("Manifest archive", DestinationKind.SFTP, share.withHost(files.host(), port + 2), files, null);
        UUID bills = add(
                "Bills for the ledger",
                DestinationKind.FTP,
                settings(
                        files.host(),
                        port + 1,
                        "bills/{date:yyyy-MM}",
                        files.account(),
                        Encryption.TLS,
                        SidecarForm.JSON),
                files,
                null);
        UUID charts = add(
                "Chart archive",
                DestinationKind.SFTP,
                settings(files.host(), port + 2, "charts", files.account(), Encryption.TLS, SidecarForm.NONE, true),
                files,
                null);
        String address = "https://" + cloud.host() + ":" + (port + 4) + "/dav/";
        add(
                "Ferry cloud",
                DestinationKind.WEBDAV,
                settings(address, 0, "from scanners", cloud.account(), Encryption.TLS, SidecarForm.NONE, true),
                cloud,
                null);
        add(
                "Oda's desktop",
                DestinationKind.SFTP,
                settings(
                        files.host(),
                        port + 2,
                        "desktops/o.fennick",
                        files.account(),
                        Encryption.TLS,
                        SidecarForm.NONE),
                files,
                owner);
        UUID copies = add(
                "Scans of the old copier",
                DestinationKind.SFTP,
                settings(
                        files.host(),
                        port + 2,
                        "from the old copier",
                        files.account(),
                        Encryption.TLS,
                        SidecarForm.NONE),
                files,
                null);
        UUID desktop = destinations
                .add(DestinationForm.plain("Own folder", DestinationKind.DESKTOP))
                .id();
        UUID own = personal(address, cloud.host(), port + 4);
        UUID stick = destinations
                .add(DestinationForm.folder("USB stick", DestinationKind.USB, FolderSettings.BLANK, null))
                .id();
        return new Made(manifests, bills, charts, own, desktop, stick, copies);
    }

    /** Everybody's own folder in the ferry's cloud, once they have allowed it. */
    private UUID personal(String address, String host, int port) {
        String door = "https://" + host + ":" + port + "/oauth/";
        FolderSettings open = settings(address, 0, "scans/{person.login}", "", Encryption.TLS, SidecarForm.NONE)
                .asking(new ConsentSettings(door + "device", door + "token", door + "revoke", "inky-courier", ""));
        ProbeReport seen =
                probes.probe(null, DestinationForm.folder("My ferry folder", DestinationKind.CLOUD, open, null));
        FolderSettings trusted = seen.certificate() == null
                ? open
                : open.trusting(seen.certificate().fingerprint());
        UUID id = destinations
                .add(DestinationForm.folder("My ferry folder", DestinationKind.CLOUD, trusted, null))
                .id();
        probes.probe(id);
        return id;
    }

    private UUID add(String name, DestinationKind kind, FolderSettings settings, World.House house, UUID owner) {
        ProbeReport seen = probes.probe(null, DestinationForm.folder(name, kind, settings, house.password()));
        FolderSettings trusted = seen.certificate() == null
                ? settings
                : settings.trusting(seen.certificate().fingerprint());
        UUID id = destinations
                .add(DestinationForm.folder(name, kind, trusted, house.password())
                        .ownedBy(owner))
                .id();
        probes.probe(id);
        return id;
    }

    private static FolderSettings settings(
            String host, int port, String path, String account, Encryption encryption, SidecarForm sidecar) {
        return settings(host, port, path, account, encryption, sidecar, false);
    }

    /** @param ownFolders whether people may have folders of their own there */
    private static FolderSettings settings(
            String host,
            int port,
            String path,
            String account,
            Encryption encryption,
            SidecarForm sidecar,
            boolean ownFolders) {
        return new FolderSettings(
                host,
                port,
                "scans",
                path,
                account,
                "",
                encryption,
                CertificateCheck.OFF,
                "",
                true,
                false,
                WhenTaken.NUMBER,
                true,
                sidecar,
                FolderSettings.USUAL_AT_ONCE,
                ConsentSettings.NONE,
                false,
                ownFolders);
    }
}
