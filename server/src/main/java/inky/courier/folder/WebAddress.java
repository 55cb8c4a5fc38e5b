package inky.courier.folder;

import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.FarSideException;
import inky.courier.core.message.Message;
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
    public HttpClient reach(ConnectionTrace trace, Instant now) throws FarSideException {
        trace.does(
                TransferStep.NAME,
                () -> trace.said(InetAddress.getByName(base.getHost()).getHostAddress()));
        trace.does(TransferStep.REACHED, () -> connect(trace));
        HttpClient.Builder builder = HttpClient.newBuilder()
                .version(HttpClient.Version.HTTP_1_1)
                .followRedirects(HttpClient.Redirect.NEVER)
                .connectTimeout(Duration.ofMillis(FolderProtocol.CONNECT_MILLIS));
        trace.policy().ifPresent(policy -> builder.sslContext(policy.context()));
        HttpClient client = builder.build();
        trace.does(TransferStep.ENCRYPTED, () -> encrypt(client, trace, now));
        return client;
    }

    private void connect(ConnectionTrace trace) throws IOException {
        int usual = "https".equals(base.getScheme()) ? 443 : 80;
        int port = base.getPort() < 0 ? usual : base.getPort();
        try (Socket socket = new Socket()) {
            socket.connect(new InetSocketAddress(base.getHost(), port), FolderProtocol.CONNECT_MILLIS);
        }
        trace.said(base.getHost() + ":" + port);
    }

    private void encrypt(HttpClient client, ConnectionTrace trace, Instant now) throws IOException {
        if (trace.policy().isEmpty()) {
            trace.care(Message.of("probe.folder.http-open"));
            return;
        }
        HttpRequest request = HttpRequest.newBuilder(base)
                .method("OPTIONS", BodyPublishers.noBody())
                .timeout(Duration.ofMillis(FolderProtocol.ANSWER_MILLIS))
                .build();
        trace.line("> OPTIONS " + base.getRawPath());
        try {
            HttpResponse<InputStream> answer = client.send(request, BodyHandlers.ofInputStream());
            answer.body().close();
            trace.line("< " + answer.statusCode());
            answer.sslSession().ifPresent(tls -> trace.said(tls.getProtocol() + ", " + tls.getCipherSuite()));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException(e);
        }
        trace.policy().flatMap(policy -> policy.worry(now)).ifPresent(trace::care);
    }
}
