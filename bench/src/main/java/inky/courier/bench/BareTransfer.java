package inky.courier.bench;

import com.hierynomus.msdtyp.AccessMask;
import com.hierynomus.mssmb2.SMB2CreateDisposition;
import com.hierynomus.mssmb2.SMB2ShareAccess;
import com.hierynomus.smbj.SMBClient;
import com.hierynomus.smbj.auth.AuthenticationContext;
import com.hierynomus.smbj.share.DiskShare;
import inky.courier.standins.CloudHouse;
import inky.courier.standins.FileHouse;
import inky.courier.standins.PostOffice;
import jakarta.activation.DataHandler;
import jakarta.activation.FileDataSource;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.cert.X509Certificate;
import java.util.Base64;
import java.util.EnumSet;
import java.util.Properties;
import java.util.Random;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManager;
import javax.net.ssl.X509ExtendedTrustManager;
import org.apache.commons.net.ftp.FTP;
import org.apache.commons.net.ftp.FTPSClient;
import org.apache.sshd.client.SshClient;
import org.apache.sshd.client.keyverifier.AcceptAllServerKeyVerifier;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.sftp.client.SftpClientFactory;

/** A file sent by the same libraries with nothing around them: the most that Courier could reach on this machine. */
final class BareTransfer {
    private static final int BLOCK = 1 << 20;
    static final int REPEATS = 4;

    private BareTransfer() {}

    private interface Send {
        void run(Path file) throws Exception;
    }

    /** The best of a few, so that Courier is held against the library at its best. */
    static double megabytesPerSecond(String way, long bytes, FileHouse house, CloudHouse cloud, PostOffice post)
            throws IOException {
        // As mail, a file has more bytes than it has on the disk (RFC 2045 section 6.8).
        long plain = way.equals("SMTP") ? bytes * 3 / 4 * 76 / 78 : bytes;
        Path file = random(plain);
        Send send = switch (way) {
            case "SFTP" -> f -> sftp(f, house);
            case "FTPS" -> f -> ftps(f, house);
            case "SMB" -> f -> smb(f, house);
            case "WebDAV" -> f -> webDav(f, cloud);
            default -> f -> smtp(f, post);
        };
        double best = 0;
        try {
            for (int i = 0; i < REPEATS; i++) {
                long begin = System.nanoTime();
                send.run(file);
                best = Math.max(best, bytes / 1048576.0 / ((System.nanoTime() - begin) / 1e9));
            }
        } catch (Exception e) {
            throw new IOException(way, e);
        } finally {
            Files.delete(file);
        }
        return best;
    }

    private static Path random(long bytes) throws IOException {
        Path file = Files.createTempFile("bench", ".bin");
        byte[] block = new byte[BLOCK];
        new Random(7).nextBytes(block);
        try (OutputStream out = Files.newOutputStream(file)) {
            for (long left = bytes; left > 0; left -= BLOCK) {
                out.write(block, 0, (int) Math.min(BLOCK, left));
            }
        }
        return file;
    }

    private static void sftp(Path file, FileHouse house) throws Exception {
        try (SshClient client = SshClient.setUpDefaultClient()) {
            client.setServerKeyVerifier(AcceptAllServerKeyVerifier.INSTANCE);
            client.start();
            try (ClientSession session = client.connect(
                            "scans", house.settings().address(), house.sftpPort())
                    .verify(8_000)
                    .getSession()) {
                session.addPasswordIdentity(Desk.PASSWORD);
                session.auth().verify(8_000);
                try (var sftp = SftpClientFactory.instance().createSftpClient(session);
                        OutputStream out = sftp.write("/bare-sftp.bin")) {
                    Files.copy(file, out);
                }
            }
        }
    }

    private static void ftps(Path file, FileHouse house) throws Exception {
        FTPSClient ftp = new FTPSClient(true, everything());
        ftp.connect(house.settings().address(), house.ftpsPort());
        ftp.login("scans", Desk.PASSWORD);
        ftp.execPBSZ(0);
        ftp.execPROT("P");
        ftp.enterLocalPassiveMode();
        ftp.setFileType(FTP.BINARY_FILE_TYPE);
        ftp.setBufferSize(BLOCK);
        try (InputStream in = Files.newInputStream(file)) {
            if (!ftp.storeFile("/bare-ftps.bin", in)) {
                throw new IOException(ftp.getReplyString());
            }
        }
        ftp.disconnect();
    }

    private static void smb(Path file, FileHouse house) throws Exception {
        try (SMBClient client = new SMBClient();
                var connection = client.connect(house.settings().address(), house.smbPort());
                var session =
                        connection.authenticate(new AuthenticationContext("scans", Desk.PASSWORD.toCharArray(), ""));
                DiskShare share = (DiskShare) session.connectShare("scans");
                var target = share.openFile(
                        "bare-smb.bin",
                        EnumSet.of(AccessMask.GENERIC_WRITE),
                        null,
                        SMB2ShareAccess.ALL,
                        SMB2CreateDisposition.FILE_OVERWRITE_IF,
                        null);
                OutputStream out = target.getOutputStream()) {
            Files.copy(file, out);
        }
    }

    private static void webDav(Path file, CloudHouse cloud) throws Exception {
        HttpClient client = HttpClient.newBuilder()
                .version(HttpClient.Version.HTTP_1_1)
                .sslContext(everything())
                .build();
        String account = Base64.getEncoder().encodeToString(("scans:" + Desk.PASSWORD).getBytes("UTF-8"));
        HttpRequest request = HttpRequest.newBuilder(URI.create(cloud.address() + "/dav/bare.bin"))
                .header("Authorization", "Basic " + account)
                .PUT(HttpRequest.BodyPublishers.ofFile(file))
                .build();
        int status =
                client.send(request, HttpResponse.BodyHandlers.discarding()).statusCode();
        if (status / 100 != 2) {
            throw new IOException("PUT " + status);
        }
    }

    private static void smtp(Path file, PostOffice post) throws Exception {
        Properties p = new Properties();
        p.put("mail.smtp.starttls.required", "true");
        p.put("mail.smtp.starttls.enable", "true");
        p.put("mail.smtp.ssl.socketFactory", everything().getSocketFactory());
        p.put("mail.smtp.ssl.checkserveridentity", "false");
        p.put("mail.smtp.auth", "true");
        Session session = Session.getInstance(p);
        MimeMessage message = new MimeMessage(session);
        message.setFrom("scans@wherrymoor.example");
        message.setRecipient(jakarta.mail.Message.RecipientType.TO, new InternetAddress("oda@wherrymoor.example"));
        MimeBodyPart part = new MimeBodyPart();
        part.setDataHandler(new DataHandler(new FileDataSource(file.toFile())));
        part.setHeader("Content-Transfer-Encoding", "base64");
        MimeMultipart parts = new MimeMultipart();
        parts.addBodyPart(part);
        message.setContent(parts);
        message.saveChanges();
        try (Transport transport = session.getTransport("smtp")) {
            transport.connect(
                    post.settings().address(), post.startTlsPort(), "scans@wherrymoor.example", Desk.PASSWORD);
            transport.sendMessage(message, message.getAllRecipients());
        }
    }

    /** Trusts whatever is shown: both ends are this machine. */
    private static SSLContext everything() throws Exception {
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, new TrustManager[] {new TrustAll()}, null);
        return context;
    }

    private static final class TrustAll extends X509ExtendedTrustManager {
        @Override
        public void checkClientTrusted(X509Certificate[] chain, String kind) {}

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String kind) {}

        @Override
        public void checkClientTrusted(X509Certificate[] chain, String kind, java.net.Socket socket) {}

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String kind, java.net.Socket socket) {}

        @Override
        public void checkClientTrusted(X509Certificate[] chain, String kind, javax.net.ssl.SSLEngine engine) {}

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String kind, javax.net.ssl.SSLEngine engine) {}

        @Override
        public X509Certificate[] getAcceptedIssuers() {
            return new X509Certificate[0];
        }
    }
}
