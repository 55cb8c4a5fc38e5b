package inky.courier.mail;

import inky.courier.standins.FreePort;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.stream.Stream;

/** Debian's Postfix with a configuration of its own, on loopback; it needs root, as in bin/test. */
final class RealPostfix implements AutoCloseable {
    static final String ADDRESS = "127.40.9.22";
    static final int MOST_BYTES = 2_000_000;

    private final Path folder = Files.createTempDirectory("postfix");
    private final int port = FreePort.at(ADDRESS);

    RealPostfix() throws IOException, InterruptedException {
        Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
        for (String part : List.of("config", "queue", "data", "mail")) {
            Files.createDirectories(folder.resolve(part));
        }
        run("chown", "postfix", folder.resolve("data").toString());
        run("chown", "nobody", folder.resolve("mail").toString());
        Files.writeString(folder.resolve("config/main.cf"), """
                compatibility_level = 3.6
                queue_directory = %1$s/queue
                data_directory = %1$s/data
                command_directory = /usr/sbin
                daemon_directory = /usr/lib/postfix/sbin
                mail_owner = postfix
                setgid_group = postdrop
                myhostname = mail.wherrymoor.example
                mydestination =
                inet_interfaces = 127.0.0.1
                inet_protocols = ipv4
                mynetworks = 127.0.0.0/8
                alias_maps =
                local_recipient_maps =
                virtual_mailbox_domains = wherrymoor.example
                virtual_mailbox_maps = inline:{ berths@wherrymoor.example=berths, kj\u00f8lv@wherrymoor.example=kjolv }
                virtual_mailbox_base = %1$s/mail
                virtual_mailbox_limit = 0
                virtual_uid_maps = static:65534
                virtual_gid_maps = static:65534
                virtual_minimum_uid = 1
                message_size_limit = %2$d
                smtputf8_enable = yes
                smtpd_sender_restrictions = check_sender_access inline:{ stranger@wherrymoor.example=REJECT }
                smtpd_relay_restrictions = permit_mynetworks, reject
                maillog_file = %1$s/log
                maillog_file_prefixes = %1$s
                """.formatted(folder, MOST_BYTES), StandardCharsets.UTF_8);
        Files.writeString(folder.resolve("config/master.cf"), """
                %s:%d inet n - n - - smtpd
                postlog unix-dgram n - n - 1 postlogd
                pickup unix n - n 60 1 pickup
                cleanup unix n - n - 0 cleanup
                qmgr unix n - n 300 1 qmgr
                rewrite unix - - n - - trivial-rewrite
                bounce unix - - n - 0 bounce
                defer unix - - n - 0 bounce
                trace unix - - n - 0 bounce
                proxymap unix - - n - - proxymap
                error unix - - n - - error
                retry unix - - n - - error
                virtual unix - n n - - virtual
                anvil unix - - n - 1 anvil
                """.formatted(ADDRESS, port));
        start();
    }

    static boolean canRun() {
        return System.getProperty("user.name").equals("root") && Files.isExecutable(Path.of("/usr/sbin/postfix"));
    }

    int port() {
        return port;
    }

    void start() throws IOException, InterruptedException {
        run("postfix", "-c", folder.resolve("config").toString(), "start");
        for (int i = 0; i < 200; i++) {
            try (Socket socket = new Socket()) {
                socket.connect(new InetSocketAddress(ADDRESS, port), 500);
                return;
            } catch (IOException e) {
                Thread.sleep(50);
            }
        }
        throw new IOException("Postfix does not answer; its log is in " + folder);
    }

    void stop() throws IOException, InterruptedException {
        run("postfix", "-c", folder.resolve("config").toString(), "stop");
    }

    /** All mail of a mailbox, one after the other. */
    String mailbox(String name) throws IOException {
        Path file = folder.resolve("mail").resolve(name);
        return Files.exists(file) ? Files.readString(file) : "";
    }

    /** How many messages lie in a mailbox. */
    long count(String name) throws IOException {
        try (Stream<String> lines = mailbox(name).lines()) {
            return lines.filter(line -> line.startsWith("Message-ID:")).count();
        }
    }

    private static void run(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (process.waitFor() != 0) {
            throw new IOException(String.join(" ", command) + ": " + said);
        }
    }

    @Override
    public void close() throws IOException, InterruptedException {
        stop();
    }
}
