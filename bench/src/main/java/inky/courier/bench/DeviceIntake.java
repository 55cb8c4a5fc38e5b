package inky.courier.bench;

import static inky.courier.bench.WholeJob.map;

import inky.courier.standins.DeviceModel;
import inky.courier.standins.FreePort;
import inky.courier.standins.PostOffice;
import inky.courier.standins.StandInDevice;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.Writer;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import javax.imageio.ImageIO;
import org.apache.commons.net.ftp.FTP;
import org.apache.commons.net.ftp.FTPClient;
import org.apache.commons.net.smtp.SMTPClient;
import org.apache.sshd.client.SshClient;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.core.CoreModuleProperties;
import org.apache.sshd.sftp.client.SftpClient;
import org.apache.sshd.sftp.client.SftpClientFactory;
import tools.jackson.databind.JsonNode;

/** Measures what fifty devices that only send can send at once: each connects for each scan of one page, as devices do. */
public final class DeviceIntake {
    private static final int DEVICES = 50;
    private static final int AT_ONCE = 8;
    private static final int SCANS = 500;
    private static final int WARM = 50;
    private static final String PASSWORD = "oil skin 4";
    private static final Duration PATIENCE = Duration.ofSeconds(30);

    private final byte[] page;
    private final int mail = FreePort.at("127.0.0.1");
    private final int ftp = FreePort.at("127.0.0.1");
    private final int sftp = FreePort.at("127.0.0.1");
    private int sent;

    private DeviceIntake(byte[] page) throws IOException {
        this.page = page;
    }

    public static void main(String[] args) throws Exception {
        try (Server server = new Server(Path.of(args[0]));
                StandInDevice scanner = StandInDevice.start(
                        DeviceModel.named("Alder M60c").orElseThrow(), "Bench", "127.20.7.1", 0, 9_000, 0);
                PostOffice post = WholeJob.postOffice()) {
            Desk desk = new Desk(server.uri());
            String job = desk.setUp(scanner.port(), post.startTlsPort(), 200, "GREY");
            DeviceIntake intake = new DeviceIntake(page());
            intake.open(desk, job);
            WholeJob.row("a scan of one page, as a file", intake.page.length / 1000.0, "KB");
            intake.measure("by mail", intake::byMail);
            intake.measure("by FTP", intake::byFtp);
            try (SshClient client = SshClient.setUpDefaultClient()) {
                CoreModuleProperties.TCP_NODELAY.set(client, true);
                client.start();
                intake.measure("by SFTP", (device, name) -> intake.bySftp(client, device, name));
            }
        }
    }

    private void open(Desk desk, String job) throws InterruptedException {
        List<String> here = List.of("127.0.0.1");
        JsonNode now = desk.ask("GET", "/api/settings", null);
        var settings = map(
                "office",
                now.path("office").asString(),
                "keepAcceptedHours",
                now.path("keepAcceptedHours").asInt(),
                "keepOthersDays",
                now.path("keepOthersDays").asInt(),
                "address",
                now.path("address").asString(),
                "signature",
                now.path("signature").asString(),
                "mailIntake",
                map("on", true, "port", mail, "domain", "scans.example", "networks", here),
                "fileIntake",
                map("ftp", true, "ftpPort", ftp, "sftp", true, "sftpPort", sftp, "networks", here));
        desk.ask("PUT", "/api/settings", settings);
        for (int device = 0; device < DEVICES; device++) {
            desk.ask(
                    "POST",
                    "/api/inboxes",
                    map("name", "Device " + device, "account", "device-" + device, "password", PASSWORD, "jobId", job));
        }
        Thread.sleep(3_000);
    }

    /** A letter in grey at 200 dpi. */
    private static byte[] page() throws IOException {
        BufferedImage page = new BufferedImage(1654, 2339, BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D pen = page.createGraphics();
        pen.setColor(Color.WHITE);
        pen.fillRect(0, 0, page.getWidth(), page.getHeight());
        pen.setColor(Color.BLACK);
        pen.setFont(new Font(Font.SERIF, Font.PLAIN, 32));
        for (int line = 0; line < 40; line++) {
            pen.drawString(
                    "Line " + line + ": cargo as listed on the manifest of the morning ferry, one copy",
                    200,
                    250 + line * 48);
        }
        pen.dispose();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageIO.write(page, "jpeg", bytes);
        return bytes.toByteArray();
    }

    private interface Way {
        void send(int device, String name) throws IOException;
    }

    private void measure(String words, Way way) throws Exception {
        send(WARM, way);
        long began = System.nanoTime();
        send(SCANS, way);
        double seconds = (System.nanoTime() - began) / 1e9;
        WholeJob.row("scans that devices send " + words + ", 8 at once", SCANS / seconds, "a second");
    }

    private void send(int scans, Way way) throws Exception {
        ExecutorService devices = Executors.newFixedThreadPool(AT_ONCE);
        try {
            List<Future<?>> all = new ArrayList<>();
            for (int i = 0; i < scans; i++) {
                int device = i % DEVICES;
                String name = "scan-" + sent++ + ".jpg";
                all.add(devices.submit(() -> {
                    way.send(device, name);
                    return null;
                }));
            }
            for (Future<?> one : all) {
                one.get();
            }
        } finally {
            devices.shutdownNow();
        }
    }

    private void byFtp(int device, String name) throws IOException {
        FTPClient client = new FTPClient();
        client.connect("127.0.0.1", ftp);
        client.login("device-" + device, PASSWORD);
        client.enterLocalPassiveMode();
        client.setFileType(FTP.BINARY_FILE_TYPE);
        require(client.storeFile(name, new ByteArrayInputStream(page)), client.getReplyString());
        client.logout();
        client.disconnect();
    }

    private void bySftp(SshClient client, int device, String name) throws IOException {
        try (ClientSession session = client.connect("device-" + device, "127.0.0.1", sftp)
                .verify(PATIENCE)
                .getSession()) {
            session.addPasswordIdentity(PASSWORD);
            session.auth().verify(PATIENCE);
            try (SftpClient files = SftpClientFactory.instance().createSftpClient(session)) {
                SftpClient.CloseableHandle file =
                        files.open(name, SftpClient.OpenMode.Write, SftpClient.OpenMode.Create);
                for (int from = 0; from < page.length; from += 30_000) {
                    files.write(file, from, page, from, Math.min(30_000, page.length - from));
                }
                file.close();
            }
        }
    }

    private void byMail(int device, String name) throws IOException {
        SMTPClient client = new SMTPClient();
        client.connect("127.0.0.1", mail);
        client.helo("device-" + device + ".example");
        client.setSender("device-" + device + "@office.example");
        client.addRecipient("permits@scans.example");
        try (Writer data = client.sendMessageData()) {
            data.write("Message-ID: <" + name + "@office.example>\r\nSubject: " + name
                    + "\r\nMIME-Version: 1.0\r\nContent-Type: image/jpeg; name=" + name
                    + "\r\nContent-Transfer-Encoding: base64\r\n\r\n"
                    + Base64.getMimeEncoder().encodeToString(page)
                    + "\r\n");
        }
        require(client.completePendingCommand(), client.getReplyString());
        client.logout();
        client.disconnect();
    }

    private static void require(boolean taken, String answer) throws IOException {
        if (!taken) {
            throw new IOException(answer);
        }
    }
}
