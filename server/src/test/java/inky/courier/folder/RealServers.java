package inky.courier.folder;

import inky.courier.core.connection.Encryption;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.transfer.WhenTaken;
import inky.courier.destination.FolderAccess;
import inky.courier.standins.FileHouse;
import inky.courier.standins.FreePort;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/**
 * Servers that nobody here wrote: Debian's OpenSSH, vsftpd, Apache, nginx and Samba, each with a configuration of its own, on loopback.
 * They need root, as in bin/test; {@link #canRun} says whether they can be had.
 */
final class RealServers implements AutoCloseable {
    static final String ADDRESS = "127.40.9.20";
    static final String PASSWORD = "Harbour-1124";

    /** Each kind of server, with what is particular about it. */
    enum Server {
        OPENSSH,
        VSFTPD,
        /** Demands that the data connection resumes the control connection's TLS session. */
        VSFTPD_TLS,
        /** Files may be written and fetched there, but nothing is listed. */
        VSFTPD_UNLISTED,
        APACHE_BASIC,
        APACHE_DIGEST,
        NGINX,
        SAMBA
    }

    private final Path folder = Files.createTempDirectory("real");
    private final Map<Integer, Started> started = new HashMap<>();
    private final int sshPort = FreePort.at(ADDRESS);
    private final int ftpPort = FreePort.at(ADDRESS);
    private final int ftpTlsPort = FreePort.at(ADDRESS);
    private final int ftpUnlistedPort = FreePort.at(ADDRESS);
    private final int webPort = FreePort.at(ADDRESS);
    private final int nginxPort = FreePort.at(ADDRESS);
    private final FileHouse house;
    private final List<Path> mounts = new ArrayList<>();
    private String key = "";

    RealServers() throws IOException, InterruptedException {
        house = FileHouse.open(new FileHouse.Settings(
                "files.wherrymoor.example",
                "127.40.9.22",
                0,
                0,
                0,
                0,
                FarSides.ACCOUNT,
                PASSWORD,
                folder.resolve("house")));
        Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
        openSsh();
        ftp("plain", ftpPort, "");
        run(
                "openssl",
                "req",
                "-x509",
                "-newkey",
                "rsa:2048",
                "-nodes",
                "-keyout",
                at("ftp.pem"),
                "-out",
                at("ftp.pem"),
                "-days",
                "2",
                "-subj",
                "/CN=files.wherrymoor.example");
        ftp("tls", ftpTlsPort, tls());
        ftp("unlisted", ftpUnlistedPort, "dirlist_enable=NO\n");
        apache();
        nginx();
    }

    private String tls() {
        return """
                ssl_enable=YES
                allow_anon_ssl=YES
                force_anon_data_ssl=YES
                force_anon_logins_ssl=YES
                require_ssl_reuse=YES
                rsa_cert_file=%s
                rsa_private_key_file=%s
                """.formatted(at("ftp.pem"), at("ftp.pem"));
    }

    /** One that takes no more than 50 KB a second, over TLS or not. */
    FolderAccess slowFtp(boolean overTls, String path) throws IOException, InterruptedException {
        int port = FreePort.at(ADDRESS);
        String name = "slow" + port;
        ftp(name, port, "anon_max_rate=50000\n" + (overTls ? tls() : ""));
        return ftp(port, path, overTls ? Encryption.STARTTLS : Encryption.NONE);
    }

    /** Where what was stored in a slow one lies. */
    Path lies(FolderAccess slowFtp) {
        return folder.resolve("ftp-slow" + slowFtp.settings().port() + "/pub");
    }

    /** Makes a folder a disk of its own. @return whether that can be done here */
    boolean disk(Server server, String name, int kilobytes) throws IOException, InterruptedException {
        Path disk = Files.createDirectories(lies(server).resolve(name));
        mounts.add(disk);
        try {
            run("mount", "-t", "tmpfs", "-o", "mode=0777,size=" + kilobytes + "k", "tmpfs", disk.toString());
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    void enlarge(Server server, String name, int kilobytes) throws IOException, InterruptedException {
        run(
                "mount",
                "-o",
                "remount,size=" + kilobytes + "k",
                lies(server).resolve(name).toString());
    }

    /** Kills a server and all its children, and starts it again. */
    void restart(FolderAccess access, Runnable meanwhile) throws IOException, InterruptedException {
        int port = access.kind() == DestinationKind.WEBDAV
                ? java.net.URI.create(access.settings().host()).getPort()
                : access.settings().port();
        Started before = started.get(port);
        before.process.descendants().forEach(ProcessHandle::destroyForcibly);
        before.process.destroyForcibly().waitFor();
        meanwhile.run();
        start(port, before.command);
    }

    /** A program that is missing is a fault: bin/test installs them. */
    static boolean canRun() {
        return System.getProperty("user.name").equals("root");
    }

    private String at(String name) {
        return folder.resolve(name).toString();
    }

    private void openSsh() throws IOException, InterruptedException {
        run("ssh-keygen", "-q", "-t", "ed25519", "-N", "", "-f", at("host"));
        run("ssh-keygen", "-q", "-t", "ed25519", "-N", "", "-f", at("user"));
        key = Files.readString(folder.resolve("user"));
        Files.createDirectories(Path.of("/run/sshd"));
        Files.createDirectories(folder.resolve("ssh"));
        Files.writeString(
                folder.resolve("sshd.conf"), """
                Port %d
                ListenAddress %s
                HostKey %s
                AuthorizedKeysFile %s
                PidFile none
                StrictModes no
                UsePAM no
                PermitRootLogin prohibit-password
                Subsystem sftp internal-sftp
                ForceCommand internal-sftp -d %s
                """.formatted(sshPort, ADDRESS, at("host"), at("user.pub"), at("ssh")));
        start(sshPort, "/usr/sbin/sshd", "-D", "-e", "-f", at("sshd.conf"));
    }

    /** The only account is anonymous, whose password is one of a list. */
    private void ftp(String name, int port, String more) throws IOException, InterruptedException {
        Path root = Files.createDirectories(folder.resolve("ftp-" + name));
        run("install", "-d", "-o", "ftp", "-m", "755", root.resolve("pub").toString());
        Files.writeString(folder.resolve("ftp-passwords"), PASSWORD + "\n");
        Path empty = Files.createDirectories(folder.resolve("empty"));
        Files.writeString(
                folder.resolve(name + ".conf"), """
                listen=YES
                listen_port=%d
                listen_address=%s
                background=NO
                anonymous_enable=YES
                local_enable=NO
                write_enable=YES
                anon_upload_enable=YES
                anon_mkdir_write_enable=YES
                anon_other_write_enable=YES
                anon_world_readable_only=NO
                anon_umask=022
                anon_root=%s
                secure_email_list_enable=YES
                email_password_file=%s
                secure_chroot_dir=%s
                seccomp_sandbox=NO
                xferlog_enable=NO
                tilde_user_enable=YES
                """.formatted(port, ADDRESS, root, at("ftp-passwords"), empty) + more);
        start(port, "/usr/sbin/vsftpd", at(name + ".conf"));
    }

    private void nginx() throws IOException, InterruptedException {
        run("install", "-d", "-o", "www-data", at("nginx"), at("nginx/dav"), at("nginx-body"));
        Files.writeString(folder.resolve("nginx.conf"), """
                load_module /usr/lib/nginx/modules/ngx_http_dav_ext_module.so;
                daemon off;
                user www-data;
                pid %s;
                error_log %s;
                events { }
                http {
                  access_log off;
                  client_body_temp_path %s;
                  server {
                    listen %s:%d;
                    root %s;
                    location /dav/ {
                      client_max_body_size 0;
                      dav_methods PUT DELETE MKCOL COPY MOVE;
                      dav_ext_methods PROPFIND OPTIONS;
                      auth_basic "Quay House";
                      auth_basic_user_file %s;
                    }
                  }
                }
                """.formatted(
                        at("nginx.pid"),
                        at("nginx.log"),
                        at("nginx-body"),
                        ADDRESS,
                        nginxPort,
                        at("nginx"),
                        at("basic.users")));
        start(nginxPort, "/usr/sbin/nginx", "-c", at("nginx.conf"));
    }

    private void apache() throws IOException, InterruptedException {
        for (String place : List.of("basic", "digest")) {
            run("install", "-d", "-o", "www-data", at("web/" + place));
        }
        run("install", "-d", "-o", "www-data", at("lock"));
        run("chmod", "-R", "a+rX", at("web"));
        Files.writeString(
                folder.resolve("basic.users"), "scans:" + output("openssl", "passwd", "-apr1", PASSWORD) + "\n");
        String realm = "Quay House";
        Files.writeString(
                folder.resolve("digest.users"), "scans:" + realm + ":" + md5("scans:" + realm + ":" + PASSWORD) + "\n");
        StringBuilder modules = new StringBuilder();
        for (String module : List.of(
                "mpm_event",
                "authn_core",
                "authz_core",
                "authz_user",
                "authn_file",
                "auth_basic",
                "auth_digest",
                "dav",
                "dav_fs",
                "dir")) {
            modules.append("LoadModule ")
                    .append(module)
                    .append("_module /usr/lib/apache2/modules/mod_")
                    .append(module)
                    .append(".so\n");
        }
        Files.writeString(
                folder.resolve("apache.conf"),
                modules
                        + """
                ServerRoot %s
                ServerName %s
                Listen %s:%d
                PidFile %s
                ErrorLog %s
                User www-data
                Group www-data
                DavLockDB %s
                DocumentRoot %s
                DirectorySlash On
                <Directory %s>
                  Dav On
                  AuthType Basic
                  AuthName "Quay House"
                  AuthUserFile %s
                  Require valid-user
                </Directory>
                <Directory %s>
                  AuthType Digest
                  AuthUserFile %s
                </Directory>
                """.formatted(
                                        folder,
                                        ADDRESS,
                                        ADDRESS,
                                        webPort,
                                        at("apache.pid"),
                                        at("apache.log"),
                                        at("lock/dav"),
                                        at("web"),
                                        at("web"),
                                        at("basic.users"),
                                        at("web/digest"),
                                        at("digest.users")));
        start(webPort, "/usr/sbin/apache2", "-X", "-f", at("apache.conf"));
    }

    FolderAccess access(Server server, String path) {
        return switch (server) {
            case OPENSSH ->
                FarSides.access(
                        DestinationKind.SFTP,
                        FarSides.changed(
                                settings(ADDRESS, sshPort, path, Encryption.TLS),
                                Map.of("account", "root", "signsInByKey", true)),
                        key);
            case VSFTPD -> ftp(ftpPort, path, Encryption.NONE);
            case VSFTPD_TLS -> ftp(ftpTlsPort, path, Encryption.STARTTLS);
            case VSFTPD_UNLISTED -> ftp(ftpUnlistedPort, path, Encryption.NONE);
            case APACHE_BASIC -> web(webPort, "basic", path);
            case APACHE_DIGEST -> web(webPort, "digest", path);
            case NGINX -> web(nginxPort, "dav", path);
            case SAMBA ->
                FarSides.access(
                        DestinationKind.SMB,
                        settings(house.settings().address(), house.smbPort(), path, Encryption.NONE),
                        PASSWORD);
        };
    }

    private static FolderSettings settings(String host, int port, String path, Encryption encryption) {
        return FarSides.settings(host, port, path, encryption, WhenTaken.NUMBER);
    }

    private FolderAccess ftp(int port, String path, Encryption encryption) {
        FolderSettings settings = settings(ADDRESS, port, "pub/" + path, encryption);
        return FarSides.access(
                DestinationKind.FTP, FarSides.changed(settings, Map.of("account", "anonymous")), PASSWORD);
    }

    private static FolderAccess web(int port, String place, String path) {
        String address = "http://" + ADDRESS + ":" + port + "/" + place + "/";
        return FarSides.access(DestinationKind.WEBDAV, settings(address, 0, path, Encryption.NONE), PASSWORD);
    }

    /** Where what was stored in a server lies. */
    Path lies(Server server) {
        if (server == Server.SAMBA) {
            return house.files();
        }
        return folder.resolve(
                switch (server) {
                    case OPENSSH -> "ssh";
                    case VSFTPD -> "ftp-plain/pub";
                    case VSFTPD_TLS -> "ftp-tls/pub";
                    case VSFTPD_UNLISTED -> "ftp-unlisted/pub";
                    case NGINX -> "nginx/dav";
                    case APACHE_BASIC -> "web/basic";
                    case APACHE_DIGEST -> "web/digest";
                    case SAMBA -> throw new IllegalStateException();
                });
    }

    private void start(int port, String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve(Path.of(command[0]).getFileName() + "-" + port + ".log")
                        .toFile())
                .start();
        started.put(port, new Started(process, command));
        for (int i = 0; i < 200; i++) {
            try (Socket socket = new Socket()) {
                socket.connect(new InetSocketAddress(ADDRESS, port), 500);
                return;
            } catch (IOException e) {
                if (!process.isAlive()) {
                    break;
                }
                Thread.sleep(50);
            }
        }
        throw new IOException(String.join(" ", command) + " does not answer; its log is in " + folder);
    }

    private record Started(Process process, String... command) {}

    private static void run(String... command) throws IOException, InterruptedException {
        output(command);
    }

    private static String output(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes()).strip();
        if (process.waitFor() != 0) {
            throw new IOException(String.join(" ", command) + ": " + said);
        }
        return said;
    }

    private static String md5(String text) {
        try {
            return java.util.HexFormat.of()
                    .formatHex(java.security.MessageDigest.getInstance("MD5").digest(text.getBytes()));
        } catch (java.security.NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void close() throws IOException, InterruptedException {
        house.close();
        for (Started server : started.values()) {
            server.process.descendants().forEach(ProcessHandle::destroy);
            server.process.destroy();
        }
        for (Started server : started.values()) {
            if (!server.process.waitFor(5, TimeUnit.SECONDS)) {
                server.process.destroyForcibly();
            }
        }
        for (Path disk : mounts) {
            run("sh", "-c", "umount -l '" + disk + "' || true");
        }
    }
}
