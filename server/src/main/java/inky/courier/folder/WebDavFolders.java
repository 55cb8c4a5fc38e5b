package inky.courier.folder;

import inky.courier.connection.Bounded;
import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.Deadline;
import inky.courier.connection.FarSideException;
import inky.courier.connection.TrustPolicy;
import inky.courier.core.connection.DigestAccess;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.TransferCause;
import inky.courier.core.transfer.TransferStep;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.Folders;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.springframework.stereotype.Component;

/** WebDAV (RFC 4918, quota by RFC 4331), through the JDK's HTTP client. */
@Component
class WebDavFolders implements FolderProtocol {
    private static final String PROPERTIES = "<?xml version=\"1.0\" encoding=\"utf-8\"?><propfind xmlns=\"DAV:\"><prop>"
            + "<resourcetype/><getcontentlength/><getlastmodified/><quota-available-bytes/></prop></propfind>";

    private static final int MULTI_STATUS = 207;

    /** A folder of some ten thousand files. */
    private static final long MOST_PROPERTIES = 16 * 1024 * 1024;

    private static final int LEFT_OVER = 64 * 1024;

    /** Bytes a second of a line that is still worth calling one. */
    private static final long SLOWEST = 4 * 1024;

    private final Clock clock;

    WebDavFolders(Clock clock) {
        this.clock = clock;
    }

    @Override
    public Set<DestinationKind> kinds() {
        return Set.of(DestinationKind.WEBDAV, DestinationKind.CLOUD, DestinationKind.USB, DestinationKind.SHELF);
    }

    @Override
    public Optional<TrustPolicy> trust(FolderAccess access) {
        URI base = WebAddress.of(access.settings().host()).base();
        return "https".equals(base.getScheme())
                ? Optional.of(FolderProtocol.policy(access, base.getHost()))
                : Optional.empty();
    }

    @Override
    public RemoteFolder open(FolderAccess access, ConnectionTrace trace) throws IOException {
        WebAddress address = WebAddress.of(access.settings().host());
        HttpClient client = address.reach(trace, clock.instant());
        Opened opened = new Opened(client, address.base(), access, trace);
        trace.does(TransferStep.SIGNED_IN, opened::signIn);
        return opened;
    }

    private static String authorization(FolderAccess access) {
        String account = access.settings().account();
        if (access.kind() == DestinationKind.CLOUD) {
            return "Bearer " + access.secret();
        }
        return account.isEmpty()
                ? ""
                : "Basic "
                        + Base64.getEncoder()
                                .encodeToString((account + ":" + access.secret()).getBytes(StandardCharsets.UTF_8));
    }

    private static final class Opened implements RemoteFolder {
        private final HttpClient client;
        private final URI base;
        private final FolderAccess access;
        private final String authorization;
        private final ConnectionTrace trace;
        private final SecureRandom random = new SecureRandom();
        private Optional<DigestAccess> digest = Optional.empty();
        private TransferStep step = TransferStep.SIGNED_IN;

        Opened(HttpClient client, URI base, FolderAccess access, ConnectionTrace trace) {
            this.client = client;
            this.base = base;
            this.access = access;
            this.authorization = authorization(access);
            this.trace = trace;
        }

        void signIn() throws IOException {
            find(FolderPath.ROOT)
                    .orElseThrow(() -> new FarSideException(TransferCause.FOLDER_NOT_FOUND, base.getPath()));
            step = TransferStep.FOLDER;
        }

        /** A server that takes no Basic sign-in, or whose nonce is over, says so before it takes anything else. */
        private boolean isAskedForDigest(HttpResponse<?> answer) {
            if (answer.statusCode() != 401 || access.kind() == DestinationKind.CLOUD) {
                return false;
            }
            List<String> offers = answer.headers().allValues("WWW-Authenticate");
            boolean stale = offers.stream().anyMatch(offer -> offer.matches("(?i)digest .*stale=\"?true.*"));
            if (digest.isPresent() && !stale) {
                return false;
            }
            digest = DigestAccess.answering(offers, access.settings().account(), access.secret());
            return digest.isPresent();
        }

        @Override
        public List<Folders.FolderEntry> list(FolderPath folder) throws IOException {
            List<DavAnswer.Found> found = properties(folder, "1")
                    .orElseThrow(() -> new FarSideException(TransferCause.FOLDER_NOT_FOUND, folder.text()));
            // The folder itself comes along (RFC 4918 section 9.1); its own path tells it from what is in it.
            String own = address(folder).getPath().replaceAll("/+$", "");
            return found.stream()
                    .filter(f -> !f.path().replaceAll("/+$", "").equals(own))
                    .map(DavAnswer.Found::entry)
                    .toList();
        }

        @Override
        public Optional<Folders.FolderEntry> find(FolderPath path) throws IOException {
            return properties(path, "0")
                    .flatMap(all -> all.stream().findFirst())
                    .map(DavAnswer.Found::entry);
        }

        private Optional<List<DavAnswer.Found>> properties(FolderPath path, String depth) throws IOException {
            return properties(depth.equals("1") ? collection(path) : address(path), depth);
        }

        private Optional<List<DavAnswer.Found>> properties(URI address, String depth) throws IOException {
            HttpResponse<InputStream> answer = answerTo(address, depth);
            if (isAskedForDigest(answer)) {
                answer.body().close();
                answer = answerTo(address, depth);
            }
            try (var ignored = Deadline.of(Duration.ofMillis(ANSWER_MILLIS), answer.body());
                    InputStream body = new Bounded(answer.body(), MOST_PROPERTIES)) {
                if (answer.statusCode() == 404) {
                    return Optional.empty();
                }
                if (answer.statusCode() == MULTI_STATUS) {
                    return Optional.of(DavAnswer.read(body));
                }
                Optional<URI> itself = withSlash(address, answer);
                if (itself.isPresent()) {
                    return properties(itself.get(), depth);
                }
                throw refused(answer, step);
            }
        }

        private HttpResponse<InputStream> answerTo(URI address, String depth) throws IOException {
            HttpRequest.Builder request = request("PROPFIND", address, BodyPublishers.ofString(PROPERTIES))
                    .header("Depth", depth)
                    .header("Content-Type", "application/xml; charset=utf-8");
            return send(request.build(), BodyHandlers.ofInputStream());
        }

        /** Asked without its slash for what turns out to be a folder, many servers name the address with it (RFC 4918 section 5.2). */
        private static Optional<URI> withSlash(URI asked, HttpResponse<?> answer) {
            if (answer.statusCode() / 100 != 3 || asked.getRawPath().endsWith("/")) {
                return Optional.empty();
            }
            URI wanted = URI.create(asked + "/");
            return answer.headers()
                    .firstValue("Location")
                    .filter(to -> wanted.getPath().equals(pathOf(to)))
                    .map(to -> wanted);
        }

        /** Coded in whichever way a server codes it (RFC 3986 section 6.2.2). */
        private static String pathOf(String address) {
            try {
                return URI.create(address).getPath();
            } catch (IllegalArgumentException e) {
                return "";
            }
        }

        @Override
        public void makeFolder(FolderPath folder) throws IOException {
            HttpResponse<?> answer = sendBriefly(request("MKCOL", collection(folder), BodyPublishers.noBody())
                    .build());
            // 405 says that it is there already (RFC 4918 section 9.3.1).
            if (answer.statusCode() / 100 != 2 && answer.statusCode() != 405) {
                throw refused(answer, TransferStep.WRITTEN);
            }
        }

        @Override
        public void write(FolderPath file, InputStream content, long bytes) throws IOException {
            BodyPublisher body = BodyPublishers.fromPublisher(BodyPublishers.ofInputStream(() -> content), bytes);
            HttpResponse<?> answer =
                    sendBriefly(request("PUT", address(file), bytes == 0 ? BodyPublishers.noBody() : body)
                            .build());
            if (answer.statusCode() / 100 != 2) {
                throw refused(answer, TransferStep.WRITTEN);
            }
        }

        @Override
        public InputStream read(FolderPath file) throws IOException {
            HttpResponse<InputStream> answer =
                    send("GET", address(file), BodyPublishers.noBody(), BodyHandlers.ofInputStream());
            if (answer.statusCode() != 200) {
                answer.body().close();
                throw refused(answer, TransferStep.READ_BACK);
            }
            return answer.body();
        }

        @Override
        public void rename(FolderPath from, FolderPath to, boolean replace) throws IOException {
            HttpRequest request = request("MOVE", address(from), BodyPublishers.noBody())
                    .header("Destination", address(to).toASCIIString())
                    .header("Overwrite", replace ? "T" : "F")
                    .build();
            HttpResponse<?> answer = sendBriefly(request);
            if (answer.statusCode() / 100 != 2) {
                throw refused(answer, TransferStep.RENAMED);
            }
        }

        @Override
        public void remove(FolderPath file) throws IOException {
            HttpResponse<?> answer = sendBriefly(
                    request("DELETE", address(file), BodyPublishers.noBody()).build());
            if (answer.statusCode() / 100 != 2) {
                throw refused(answer, TransferStep.REMOVED);
            }
        }

        @Override
        public OptionalLong spaceLeft(FolderPath folder) throws IOException {
            return properties(collection(folder), "0").stream()
                    .flatMap(List::stream)
                    .mapToLong(DavAnswer.Found::spaceLeft)
                    .filter(bytes -> bytes >= 0)
                    .findFirst();
        }

        @Override
        public void close() {
            // The client has no lines but idle ones, which end by themselves.
        }

        private <T> HttpResponse<T> send(
                String method, URI address, BodyPublisher body, HttpResponse.BodyHandler<T> handler)
                throws IOException {
            return send(request(method, address, body).build(), handler);
        }

        private HttpRequest.Builder request(String method, URI address, BodyPublisher body) {
            HttpRequest.Builder builder =
                    HttpRequest.newBuilder(address).method(method, body).header("User-Agent", "Inky Courier");
            // How long a transfer may take depends on its size.
            builder.timeout(Duration.ofMillis(ANSWER_MILLIS).plusSeconds(Math.max(0, body.contentLength()) / SLOWEST));
            String target = address.getRawPath() + (address.getRawQuery() == null ? "" : "?" + address.getRawQuery());
            String said = digest.map(d -> d.authorization(method, target, clientNonce()))
                    .orElse(authorization);
            return said.isEmpty() ? builder : builder.header("Authorization", said);
        }

        private <T> HttpResponse<T> send(HttpRequest request, HttpResponse.BodyHandler<T> handler) throws IOException {
            trace.line("> " + request.method() + " " + request.uri().getRawPath());
            try {
                HttpResponse<T> answer = client.send(request, handler);
                trace.line("< " + answer.statusCode());
                return answer;
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IOException(e);
            }
        }

        /** What else an answer says is read a little, so that the line can be used again, and no further. */
        private HttpResponse<?> sendBriefly(HttpRequest request) throws IOException {
            HttpResponse<InputStream> answer = send(request, BodyHandlers.ofInputStream());
            try (var ignored = Deadline.of(Duration.ofMillis(ANSWER_MILLIS), answer.body());
                    InputStream body = answer.body()) {
                body.readNBytes(LEFT_OVER);
            } catch (IOException e) {
                trace.line("* the rest of the answer broke off");
            }
            return answer;
        }

        private FarSideException refused(HttpResponse<?> answer, TransferStep at) {
            int status = answer.statusCode();
            String location =
                    answer.headers().firstValue("Location").map(to -> " " + to).orElse("");
            Setback setback = Setback.of(TransferCause.ofWebDav(at, status), "HTTP " + status + location);
            return new FarSideException(retryAfter(answer).map(setback::asking).orElse(setback));
        }

        /** RFC 9110 section 10.2.3: seconds, or a date. */
        private static Optional<Duration> retryAfter(HttpResponse<?> answer) {
            return answer.headers().firstValue("Retry-After").flatMap(value -> {
                if (value.matches("\\d{1,6}")) {
                    return Optional.of(Duration.ofSeconds(Long.parseLong(value)));
                }
                try {
                    Instant at = ZonedDateTime.parse(value, DateTimeFormatter.RFC_1123_DATE_TIME)
                            .toInstant();
                    return Optional.of(Duration.between(Instant.now(), at)).filter(d -> !d.isNegative());
                } catch (DateTimeParseException e) {
                    return Optional.empty();
                }
            });
        }

        private String clientNonce() {
            byte[] bytes = new byte[16];
            random.nextBytes(bytes);
            return HexFormat.of().formatHex(bytes);
        }

        /** RFC 4918 section 8.3: a collection is addressed with its slash. */
        private URI collection(FolderPath path) {
            String address = address(path).toString();
            return URI.create(address.endsWith("/") ? address : address + "/");
        }

        /** Each name coded for itself, so that nothing in it can change the address. */
        private URI address(FolderPath path) {
            StringBuilder address = new StringBuilder(base.toString());
            for (int i = 0; i < path.names().size(); i++) {
                address.append(i == 0 ? "" : "/")
                        .append(URLEncoder.encode(path.names().get(i), StandardCharsets.UTF_8)
                                .replace("+", "%20"));
            }
            return URI.create(address.toString());
        }
    }
}
