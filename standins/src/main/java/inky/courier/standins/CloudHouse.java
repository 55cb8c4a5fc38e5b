package inky.courier.standins;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpFilter;
import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.catalina.Context;
import org.apache.catalina.LifecycleException;
import org.apache.catalina.connector.Connector;
import org.apache.catalina.startup.Tomcat;
import org.apache.tomcat.util.descriptor.web.FilterDef;
import org.apache.tomcat.util.descriptor.web.FilterMap;
import org.apache.tomcat.util.net.SSLHostConfig;
import org.apache.tomcat.util.net.SSLHostConfigCertificate;

/**
 * A cloud folder: WebDAV (RFC 4918, through Tomcat's servlet) over TLS, for people who have signed in with a password, or
 * who have given consent by OAuth 2 device authorization (RFC 8628). Each bearer sees a folder of its own.
 */
public final class CloudHouse implements AutoCloseable {
    /** @param port of the TLS door; 0 for any that is free */
    public record Settings(String host, String address, int port, String account, String password, Path folder) {}

    private final Settings settings;
    private final Tomcat tomcat = new Tomcat();
    private final Connector plain = new Connector();
    private final Path files;
    private final SecureRandom random = new SecureRandom();
    private final Map<String, Asked> asked = new ConcurrentHashMap<>();
    private final Map<String, Granted> granted = new ConcurrentHashMap<>();
    private final Map<String, String> refusals = new ConcurrentHashMap<>();
    private volatile String password;
    private volatile Duration tokenLasts = Duration.ofHours(1);
    private volatile Duration codeLasts = Duration.ofMinutes(10);
    private volatile int interval = 1;
    private volatile String clientAuthorization = "";

    private enum Decision {
        NONE,
        ALLOWED,
        DECLINED
    }

    private record Asked(String userCode, Instant until, Decision decision, String who, Instant notBefore) {}

    /** A token, of either sort. */
    private record Granted(String who, Instant until, boolean refresh) {}

    private CloudHouse(Settings settings) throws IOException {
        this.settings = settings;
        this.password = settings.password;
        this.files = Files.createDirectories(settings.folder.resolve("files"));
        SelfSigned.context(settings.folder, settings.host, settings.address, 1, 900);
        tomcat.setBaseDir(settings.folder.resolve("tomcat").toString());
        tomcat.setConnector(connector());
        plain.setPort(0);
        plain.setProperty("address", settings.address);
        tomcat.getService().addConnector(plain);
        Context dav = tomcat.addContext("", files.toString());
        DavRoom.serve(dav, "/dav/*");
        Tomcat.addServlet(dav, "oauth", new Consent());
        dav.addServletMappingDecoded("/oauth/*", "oauth");
        FilterDef door = new FilterDef();
        door.setFilterName("door");
        door.setFilter(new Door());
        dav.addFilterDef(door);
        FilterMap everywhere = new FilterMap();
        everywhere.setFilterName("door");
        everywhere.addURLPattern("/dav/*");
        dav.addFilterMap(everywhere);
        try {
            tomcat.start();
        } catch (LifecycleException e) {
            throw new IOException(e);
        }
    }

    public static CloudHouse open(Settings settings) throws IOException {
        return new CloudHouse(settings);
    }

    public Settings settings() {
        return settings;
    }

    public int port() {
        return tomcat.getConnector().getLocalPort();
    }

    /** Where tokens are had without TLS, for who does not trust a certificate of the stand-in's own. */
    public String plainAddress() {
        return "http://" + settings.address + ":" + plain.getLocalPort();
    }

    public String address() {
        return "https://" + settings.address + ":" + port();
    }

    /** What is stored, by paths from the top. */
    public List<String> stored() {
        return FileHouse.filesBelow(files);
    }

    public Path files() {
        return files;
    }

    /** @param method for example PUT. @param answer status, and for 429 and 503 after a blank the seconds to wait */
    public void refuse(String method, String answer) {
        refusals.put(method, answer);
    }

    public void password(String changed) {
        password = changed;
    }

    /** Only a client that shows this secret is answered (RFC 6749 section 2.3.1); empty for any client. */
    public void clientSecret(String clientId, String secret) {
        clientAuthorization = secret.isEmpty()
                ? ""
                : "Basic "
                        + Base64.getEncoder()
                                .encodeToString(
                                        (coded(clientId) + ":" + coded(secret)).getBytes(StandardCharsets.UTF_8));
    }

    private static String coded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    public void tokensLast(Duration lasts) {
        tokenLasts = lasts;
    }

    /** Whether an access token is good at this moment. */
    public boolean knows(String token) {
        Granted known = granted.get(token);
        return known != null && !known.refresh && known.until.isAfter(Instant.now());
    }

    /** A refresh token as somebody gets who has given consent. */
    public String consented(String who) {
        String refresh = secret();
        granted.put(refresh, new Granted(who, Instant.MAX, true));
        return refresh;
    }

    /** Whether somebody has allowed anything. */
    public boolean hasAllowed(String who) {
        return granted.values().stream().anyMatch(token -> token.who.equals(who));
    }

    /** All consent is gone, as when a person withdraws it at the cloud. */
    public void forgetConsent() {
        granted.clear();
    }

    /** What a person does who types the code on a telephone. @return whether there is such a code */
    public boolean allow(String userCode, String who) {
        return decide(userCode, Decision.ALLOWED, who);
    }

    public boolean decline(String userCode) {
        return decide(userCode, Decision.DECLINED, "");
    }

    /** Codes that wait for somebody. */
    public List<String> waiting() {
        return asked.values().stream()
                .filter(one -> one.decision == Decision.NONE)
                .map(Asked::userCode)
                .sorted()
                .toList();
    }

    /** How long codes last, and how often a client may ask. */
    public void codes(Duration lasts, int seconds) {
        codeLasts = lasts;
        interval = seconds;
    }

    private boolean decide(String userCode, Decision decision, String who) {
        return asked.entrySet().stream()
                .filter(entry -> entry.getValue().userCode.equals(userCode))
                .peek(entry -> asked.put(
                        entry.getKey(),
                        new Asked(userCode, entry.getValue().until, decision, who, entry.getValue().notBefore)))
                .findFirst()
                .isPresent();
    }

    public void behave() {
        refusals.clear();
        tokenLasts = Duration.ofHours(1);
    }

    @Override
    public void close() throws IOException {
        try {
            tomcat.stop();
            tomcat.destroy();
        } catch (LifecycleException e) {
            throw new IOException(e);
        }
    }

    private Connector connector() {
        Connector connector = new Connector();
        connector.setPort(settings.port);
        connector.setProperty("address", settings.address);
        connector.setProperty("maxThreads", "24");
        connector.setProperty("SSLEnabled", "true");
        connector.setScheme("https");
        connector.setSecure(true);
        SSLHostConfig ssl = new SSLHostConfig();
        SSLHostConfigCertificate certificate = new SSLHostConfigCertificate(ssl, SSLHostConfigCertificate.Type.EC);
        certificate.setCertificateKeystoreFile(
                SelfSigned.store(settings.folder, 1, 900).toString());
        certificate.setCertificateKeystorePassword(SelfSigned.PASSWORD);
        certificate.setCertificateKeystoreType("PKCS12");
        ssl.addCertificate(certificate);
        connector.addSslHostConfig(ssl);
        return connector;
    }

    /** Lets in who has a password or a token, and refuses what it was told to. */
    private final class Door extends HttpFilter {
        private static final long serialVersionUID = 1;

        @Override
        protected void doFilter(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
                throws IOException, ServletException {
            String refusal = refusals.get(request.getMethod());
            if (!isKnown(request.getHeader("Authorization"))) {
                response.setHeader("WWW-Authenticate", "Basic realm=\"files\", Bearer");
                response.sendError(401);
            } else if (refusal != null) {
                String[] answer = refusal.split(" ");
                if (answer.length > 1) {
                    response.setHeader("Retry-After", answer[1]);
                }
                response.setStatus(Integer.parseInt(answer[0]));
            } else {
                chain.doFilter(request, response);
            }
        }

        private boolean isKnown(String authorization) {
            if (authorization == null) {
                return false;
            }
            if (authorization.startsWith("Bearer ")) {
                return knows(authorization.substring(7));
            }
            String pair = settings.account + ":" + password;
            return authorization.equals(
                    "Basic " + Base64.getEncoder().encodeToString(pair.getBytes(StandardCharsets.UTF_8)));
        }
    }

    /** The endpoints of RFC 8628 and RFC 6749, and the page on which a person allows. */
    private final class Consent extends HttpServlet {
        private static final long serialVersionUID = 1;

        @Override
        protected void doPost(HttpServletRequest request, HttpServletResponse response) throws IOException {
            boolean byPerson = "/allow".equals(request.getPathInfo());
            if (!byPerson
                    && !clientAuthorization.isEmpty()
                    && !clientAuthorization.equals(request.getHeader("Authorization"))) {
                json(response, 401, "{\"error\":\"invalid_client\"}");
                return;
            }
            switch (String.valueOf(request.getPathInfo())) {
                case "/device" -> {
                    if (refusals.containsKey("DEVICE")) {
                        json(response, 400, "{\"error\":\"" + refusals.get("DEVICE") + "\"}");
                    } else {
                        invite(response);
                    }
                }
                case "/token" -> token(request, response);
                case "/revoke" -> revoke(request, response);
                case "/allow" -> {
                    String code =
                            String.valueOf(request.getParameter("code")).strip().toUpperCase(java.util.Locale.ROOT);
                    boolean no = request.getParameter("no") != null;
                    boolean found = no ? decline(code) : allow(code, "me");
                    page(
                            response,
                            found
                                    ? no ? "Nothing was allowed." : "Thank you. You can put this away."
                                    : "There is no such code. Try again.");
                }
                default -> response.sendError(404);
            }
        }

        @Override
        protected void doGet(HttpServletRequest request, HttpServletResponse response) throws IOException {
            String code = String.valueOf(request.getParameter("code")).replaceAll("[^A-Z0-9-]", "");
            page(
                    response,
                    "<form method=post action=/oauth/allow><p>May Inky Courier put files into your folder?</p>"
                            + "<p><label>Code <input name=code value='" + (code.equals("null") ? "" : code)
                            + "'></label> <button>Allow</button> <button name=no value=1>Do not allow</button></p></form>");
        }

        private void invite(HttpServletResponse response) throws IOException {
            String device = secret();
            String code = userCode();
            Instant now = Instant.now();
            asked.put(device, new Asked(code, now.plus(codeLasts), Decision.NONE, "", now.plusSeconds(interval)));
            // Plain, so that a browser of the demo does not warn of a certificate that nobody vouches for.
            String page = plainAddress() + "/oauth/allow";
            json(
                    response,
                    200,
                    "{\"device_code\":\"" + device + "\",\"user_code\":\"" + code + "\",\"verification_uri\":\"" + page
                            + "\",\"verification_uri_complete\":\"" + page + "?code=" + code + "\",\"expires_in\":"
                            + codeLasts.toSeconds() + ",\"interval\":" + interval + "}");
        }

        private void token(HttpServletRequest request, HttpServletResponse response) throws IOException {
            String grant = String.valueOf(request.getParameter("grant_type"));
            if (refusals.containsKey("TOKEN")) {
                json(response, 400, "{\"error\":\"" + refusals.get("TOKEN") + "\"}");
            } else if (grant.equals("refresh_token")) {
                Granted old = granted.remove(String.valueOf(request.getParameter("refresh_token")));
                if (old == null || !old.refresh) {
                    json(response, 400, "{\"error\":\"invalid_grant\"}");
                } else {
                    give(response, old.who);
                }
            } else {
                redeem(String.valueOf(request.getParameter("device_code")), response);
            }
        }

        /** RFC 7009: what was given to the same person ends with it; an unknown token is no error. */
        private void revoke(HttpServletRequest request, HttpServletResponse response) {
            if (refusals.containsKey("REVOKE")) {
                response.setStatus(Integer.parseInt(refusals.get("REVOKE")));
                return;
            }
            Granted old = granted.remove(String.valueOf(request.getParameter("token")));
            if (old != null) {
                granted.values().removeIf(other -> other.who.equals(old.who));
            }
            response.setStatus(200);
        }

        private void redeem(String device, HttpServletResponse response) throws IOException {
            Asked known = asked.get(device);
            Instant now = Instant.now();
            if (known == null || known.until.isBefore(now)) {
                json(response, 400, "{\"error\":\"expired_token\"}");
            } else if (known.decision == Decision.DECLINED) {
                asked.remove(device);
                json(response, 400, "{\"error\":\"access_denied\"}");
            } else if (known.decision == Decision.ALLOWED) {
                asked.remove(device);
                give(response, known.who);
            } else {
                // A little early is forgiven, as clocks and lines are not exact.
                boolean tooEarly = now.isBefore(known.notBefore.minusMillis(200));
                asked.put(device, new Asked(known.userCode, known.until, Decision.NONE, "", now.plusSeconds(interval)));
                json(response, 400, "{\"error\":\"" + (tooEarly ? "slow_down" : "authorization_pending") + "\"}");
            }
        }

        private void give(HttpServletResponse response, String who) throws IOException {
            String access = secret();
            String refresh = secret();
            granted.put(access, new Granted(who, Instant.now().plus(tokenLasts), false));
            granted.put(refresh, new Granted(who, Instant.MAX, true));
            json(
                    response,
                    200,
                    "{\"access_token\":\"" + access + "\",\"token_type\":\"Bearer\",\"expires_in\":"
                            + tokenLasts.toSeconds() + ",\"refresh_token\":\"" + refresh + "\"}");
        }

        private void json(HttpServletResponse response, int status, String body) throws IOException {
            response.setStatus(status);
            response.setContentType("application/json");
            response.setHeader("Cache-Control", "no-store");
            response.getWriter().write(body);
        }

        private void page(HttpServletResponse response, String body) throws IOException {
            response.setContentType("text/html; charset=utf-8");
            response.getWriter()
                    .write("<!doctype html><html lang=en><meta charset=utf-8><title>Cloud folder</title>"
                            + "<body style='font:18px system-ui;margin:40px'><h1>Cloud folder</h1>" + body);
        }
    }

    private String secret() {
        byte[] bytes = new byte[24];
        random.nextBytes(bytes);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    /** RFC 8628 section 6.1: letters that make no words and are not mistaken for each other. */
    private String userCode() {
        String letters = "BCDFGHJKLMNPQRSTVWXZ";
        StringBuilder code = new StringBuilder();
        for (int i = 0; i < 8; i++) {
            code.append(i == 4 ? "-" : "").append(letters.charAt(random.nextInt(letters.length())));
        }
        return code.toString();
    }
}
