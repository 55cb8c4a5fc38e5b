package inky.courier.folder;

import inky.courier.connection.ConnectionTrace;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.destination.ConsentSettings;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.naming.NameValues;
import inky.courier.core.transfer.Sidecar;
import inky.courier.core.transfer.SidecarForm;
import inky.courier.core.transfer.WhenTaken;
import inky.courier.destination.Consignment;
import inky.courier.destination.Consignment.FileToSend;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.Outcome;
import inky.courier.destination.Progress;
import inky.courier.standins.CloudHouse;
import inky.courier.standins.FileHouse;
import inky.courier.web.Json;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/** The stand-ins that folders are tried against, and what is sent to them. */
final class FarSides implements AutoCloseable {
    static final String PASSWORD = "Harbour-1124";
    static final String ACCOUNT = "scans";
    static final Instant AT = Instant.parse("2026-11-24T10:15:00Z");

    /** Each door of the stand-ins. */
    enum Door {
        SMB,
        SMB_ENCRYPTED,
        FTP,
        FTP_TLS,
        FTPS,
        SFTP,
        WEBDAV
    }

    private static final SftpFolders SFTP = new SftpFolders();

    final FileHouse house;
    final CloudHouse cloud;

    FarSides() throws IOException {
        house = FileHouse.open(new FileHouse.Settings(
                "files.wherrymoor.example",
                "127.40.9.5",
                0,
                0,
                0,
                0,
                ACCOUNT,
                PASSWORD,
                Files.createTempDirectory("house")));
        cloud = CloudHouse.open(new CloudHouse.Settings(
                "cloud.wherrymoor.example", "127.40.9.6", 0, ACCOUNT, PASSWORD, Files.createTempDirectory("cloud")));
    }

    void behave() throws IOException {
        house.behave();
        cloud.behave();
        house.password(PASSWORD);
        cloud.password(PASSWORD);
    }

    FolderAccess access(Door door, String path) {
        DestinationKind kind = switch (door) {
            case SMB, SMB_ENCRYPTED -> DestinationKind.SMB;
            case FTP, FTP_TLS, FTPS -> DestinationKind.FTP;
            case SFTP -> DestinationKind.SFTP;
            case WEBDAV -> DestinationKind.WEBDAV;
        };
        int port = switch (door) {
            case SMB, SMB_ENCRYPTED -> house.smbPort();
            case FTP, FTP_TLS -> house.ftpPort();
            case FTPS -> house.ftpsPort();
            case SFTP -> house.sftpPort();
            case WEBDAV -> 0;
        };
        Encryption encryption = switch (door) {
            case SMB, FTP -> Encryption.NONE;
            case FTP_TLS -> Encryption.STARTTLS;
            default -> Encryption.TLS;
        };
        String host = door == Door.WEBDAV ? cloud.address() + "/dav/" : "127.40.9.5";
        return access(kind, settings(host, port, path, encryption, WhenTaken.NUMBER), PASSWORD);
    }

    static FolderSettings settings(String host, int port, String path, Encryption encryption, WhenTaken taken) {
        return new FolderSettings(
                host,
                port,
                "scans",
                path,
                ACCOUNT,
                "",
                encryption,
                CertificateCheck.OFF,
                "",
                true,
                false,
                taken,
                true,
                SidecarForm.NONE,
                4,
                ConsentSettings.NONE,
                false,
                false);
    }

    static FolderAccess access(DestinationKind kind, FolderSettings settings, String secret) {
        return new FolderAccess(UUID.randomUUID(), "Try", kind, settings, secret);
    }

    static FolderAccess with(FolderAccess access, WhenTaken taken, SidecarForm sidecar) {
        FolderSettings changed =
                changed(access.settings(), Map.of("whenTaken", taken.name(), "sidecar", sidecar.name()));
        return access.with(changed, access.secret());
    }

    /** The same settings with some values changed, by the names of the record's components. */
    static FolderSettings changed(FolderSettings settings, Map<String, Object> changes) {
        Map<String, Object> all =
                new HashMap<>(Json.read(Json.write(settings), new TypeReference<Map<String, Object>>() {}));
        all.putAll(changes);
        return Json.read(Json.write(all), FolderSettings.class);
    }

    static FolderProtocol protocol(FolderAccess access) {
        Clock clock = Clock.systemUTC();
        return switch (access.kind()) {
            case SMB -> new SmbFolders();
            case FTP -> new FtpFolders(clock);
            case SFTP -> SFTP;
            default -> new WebDavFolders(clock);
        };
    }

    /** Where what was stored through a door lies. */
    Path lies(Door door) {
        return door == Door.WEBDAV ? cloud.files() : house.files();
    }

    static FileToSend file(String name, byte[] content) {
        return new FileToSend(
                name, "application/pdf", content.length, 1, sha256(content), () -> new ByteArrayInputStream(content));
    }

    static byte[] bytes(int count, long seed) {
        byte[] bytes = new byte[count];
        new Random(seed).nextBytes(bytes);
        return bytes;
    }

    static Consignment consignment(UUID leg, Map<Integer, String> claimed, List<FileToSend> files) {
        UUID id = UUID.randomUUID();
        return new Consignment(
                leg,
                id,
                DestinationKind.SMB,
                id,
                id,
                List.of(),
                List.of(),
                "",
                Optional.empty(),
                new Consignment.Sender(id, "\u00c1sa Kj\u00f8lv", "asa@wherrymoor.example"),
                id,
                "",
                "",
                WhenTooLarge.REFUSE,
                false,
                files,
                new NameValues(
                        AT.atZone(ZoneOffset.UTC),
                        new NameValues.Person("\u00c1sa Kj\u00f8lv", "a/../b", ""),
                        new NameValues.Device("Counter", "Linnet Pier"),
                        new NameValues.Job("Manifest", "Usual"),
                        new NameValues.Contents(2, "document", "", "", 1, 1),
                        NameValues.Numbers.fixed(7, 0)),
                new Sidecar(
                        48_001,
                        AT,
                        "\u00c1sa Kj\u00f8lv",
                        "asa",
                        "Counter",
                        "Linnet Pier",
                        "Manifest",
                        2,
                        Map.of(),
                        List.of(new Sidecar.File("same.pdf", "application/pdf", 5, 2, "document", "00", Map.of()))),
                "<1@courier.invalid>",
                AT,
                claimed,
                List.of(),
                true);
    }

    /** One try, as the engine makes it. */
    static Outcome send(FolderAccess access, Consignment consignment, Progress progress) {
        FolderProtocol protocol = protocol(access);
        ConnectionTrace trace = new ConnectionTrace(protocol.trust(access));
        try (RemoteFolder far = protocol.open(access, trace)) {
            return new Upload(far, access, access.kind().names(), trace, consignment, progress).run();
        } catch (inky.courier.connection.FarSideException e) {
            return new Outcome.NotAccepted(e.setback());
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    /** Names taken so far, kept in memory. */
    static final class Claimed implements Progress {
        final Map<Integer, String> names = new HashMap<>();
        private final Set<String> taken;
        int handedOver;

        Claimed() {
            this(new HashSet<>());
        }

        /** @param taken what others have claimed as well */
        Claimed(Set<String> taken) {
            this.taken = taken;
        }

        @Override
        public boolean claim(String folder, int position, String name) {
            boolean free = taken.add(folder + "/" + name) || name.equals(names.get(position));
            if (free) {
                names.put(position, name);
            }
            return free;
        }

        @Override
        public void unclaim(String folder, String name) {
            taken.remove(folder + "/" + name);
            names.values().removeIf(name::equals);
        }

        @Override
        public void partDone(List<inky.courier.destination.Outcome.Recipient> outcomes) {}

        @Override
        public void handingOver() {
            handedOver++;
        }
    }

    static String sha256(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (java.security.NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void close() throws IOException {
        house.close();
        cloud.close();
    }
}
