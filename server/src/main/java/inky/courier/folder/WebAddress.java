package inky.courier.folder;

import inky.courier.connection.FarSideException;
import inky.courier.connection.Passage;
import inky.courier.core.transfer.TransferStep;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.time.Instant;

/** The address of a server that is reached by HTTP, and the way to its door. */
public record WebAddress(URI base) {
    /** @param address whose last slash may be missing */
    public static WebAddress of(String address) {
        return new WebAddress(URI.create(address.endsWith("/") ? address : address + "/"));
    }

    /** Takes the steps as far as ENCRYPTED. @return what speaks to it from then on */
    public HttpClient reach(Passage passage, Instant now) throws FarSideException {
        passage.does(
                TransferStep.NAME,
                () -> passage.said(InetAddress.getByName(base.getHost()).getHostAddress()));
        passage.does(TransferStep.REACHED, () -> connect(passage));
        HttpClient.Builder builder = HttpClient.newBuilder()
                .version(HttpClient.Version.HTTP_1_1)
                .followRedirects(HttpClient.Redirect.NEVER)
                .connectTimeout(Duration.ofMillis(FolderProtocol.CONNECT_MILLIS));
        passage.policy().ifPresent(policy -> builder.sslContext(policy.context()));
        HttpClient client = builder.build();
        passage.does(TransferStep.ENCRYPTED, () -> encrypt(client, passage, now));
        return client;
    }

    private void connect(Passage passage) throws IOException {
        int usual = "https".equals(base.getScheme()) ? 443 : 80;
        int port = base.getPort() < 0 ? usual : base.getPort();
        try (Socket socket = new Socket()) {
            socket.connect(new InetSocketAddress(base.getHost(), port), FolderProtocol.CONNECT_MILLIS);
        }
        passage.said(base.getHost() + ":" + port);
    }

    private void encrypt(HttpClient client, Passage passage, Instant now) throws IOException {
        if (passage.policy().isEmpty()) {
            passage.care("Not encrypted: sign-in and files can be read along.");
            return;
        }
        HttpRequest request = HttpRequest.newBuilder(base)
                .method("OPTIONS", BodyPublishers.noBody())
                .timeout(Duration.ofMillis(FolderProtocol.ANSWER_MILLIS))
                .build();
        passage.line("> OPTIONS " + base.getRawPath());
        try {
            HttpResponse<InputStream> answer = client.send(request, BodyHandlers.ofInputStream());
            answer.body().close();
            passage.line("< " + answer.statusCode());
            answer.sslSession().ifPresent(tls -> passage.said(tls.getProtocol() + ", " + tls.getCipherSuite()));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException(e);
        }
        passage.policy().flatMap(policy -> policy.worry(now)).ifPresent(passage::care);
    }
}
