package inky.courier.bench;

import static inky.courier.bench.WholeJob.map;

import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Uses the application by its web API: sets an office up and scans. */
final class Desk {
    static final String PASSWORD = "Harbour-1124";
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final URI base;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();
    private String device = "";
    private String server = "";
    private String pin = "";
    private int made;

    Desk(URI base) {
        this.base = base;
    }

    /** The id of the device that {@link #setUp} made. */
    String device() {
        return device;
    }

    /** Of the person that {@link #setUp} made. */
    String pin() {
        return pin;
    }

    /** @param sending from Send to the last leg's acceptance */
    record Times(Duration scanning, Duration sending) {}

    String setUp(int devicePort, int mailPort, int dpi, String colour) {
        made++;
        if (device.isEmpty()) {
            ask("GET", "/api/session", null);
            ask(
                    "POST",
                    "/api/session/first",
                    map(
                            "code",
                            Server.CODE,
                            "login",
                            "maud",
                            "name",
                            "Maud",
                            "email",
                            "maud@wherrymoor.example",
                            "password",
                            "ferry crossing 7"));
            device = id(
                    "/api/devices",
                    map(
                            "name",
                            "Bench",
                            "place",
                            "",
                            "placeWhat",
                            "",
                            "address",
                            "127.20.7.1:" + devicePort,
                            "signOutSeconds",
                            600));
            server = mailServer("Harbour Post", mailPort);
            String person = id(
                    "/api/people",
                    map("name", "Oda Fennick", "login", "o.fennick", "email", "oda.fennick@wherrymoor.example"));
            pin = ask("POST", "/api/people/" + person + "/pin", map())
                    .path("pin")
                    .asString();
        }
        return job(mailToMe(), dpi, colour);
    }

    String mailToMe() {
        return mailToMe(server);
    }

    /** @param by the mail server's id */
    String mailToMe(String by) {
        made++;
        return id("/api/destinations", map("name", "Me " + made, "kind", "MAIL_TO_ME", "routeId", by));
    }

    /** @return the id of a mail server; several may be the same stand-in under other names */
    String mailServer(String name, int port) {
        Map<String, Object> form = map("name", name, "host", "127.30.7.5", "port", port, "encryption", "STARTTLS");
        form.putAll(map("certificateCheck", "OFF", "fingerprint", "", "signIn", "PASSWORD"));
        form.putAll(map("account", "scans@wherrymoor.example", "password", PASSWORD));
        form.putAll(map("sender", "scans@wherrymoor.example", "senderIsPerson", false, "sizeLimitMb", 0));
        return id("/api/mail-servers", form);
    }

    /** @return the id of a folder as a destination, on a stand-in whose certificate or key is not asked for */
    String folder(String kind, String host, int port, String path, String encryption) {
        made++;
        Map<String, Object> folder =
                map("host", host, "port", port, "share", "scans", "path", path, "account", "scans", "domain", "");
        folder.putAll(map(
                "encryption",
                encryption,
                "certificateCheck",
                "OFF",
                "fingerprint",
                "",
                "passive",
                true,
                "signsInByKey",
                false));
        folder.putAll(
                map("whenTaken", "NUMBER", "makeFolders", true, "sidecar", "NONE", "atOnce", 4, "mustEncrypt", false));
        return id(
                "/api/destinations",
                map("name", kind + " " + made, "kind", kind, "settings", folder, "secret", PASSWORD));
    }

    /** Makes a job and puts it on the panel, alone. */
    String job(String destination, int dpi, String colour) {
        return job(List.of(destination), dpi, colour);
    }

    String job(List<String> destinations, int dpi, String colour) {
        made++;
        String profile =
                id("/api/profiles", map("name", "Profile " + made, "colour", colour, "dpi", dpi, "sides", "ONE"));
        String name = id("/api/names", map("name", "Name " + made, "template", "{date} {counter:5}"));
        String job = id(
                "/api/jobs",
                map(
                        "name",
                        "Job " + made,
                        "icon",
                        "letter",
                        "profileId",
                        profile,
                        "templateId",
                        name,
                        "destinationIds",
                        destinations,
                        "subject",
                        "{job}",
                        "body",
                        ""));
        place(job);
        return job;
    }

    void place(String job) {
        ask("PUT", "/api/panels/" + device, map("places", List.of(map("place", 1, "jobId", job))));
    }

    /** Scans and sends, and does not wait. @return the delivery */
    String send(StandInDevice scanner, Stack stack, String job) {
        return ask("POST", panel("/scans/" + scan(scanner, stack, job) + "/send"), map())
                .path("deliveryId")
                .asString();
    }

    void act(String action, List<String> deliveries) {
        // As many as the desk takes at once.
        for (int i = 0; i < deliveries.size(); i += 100) {
            List<String> some = deliveries.subList(i, Math.min(deliveries.size(), i + 100));
            ask("POST", "/api/deliveries/act", map("action", action, "deliveries", some));
        }
    }

    void waitUntilNamed(String delivery) {
        while (ask("GET", "/api/deliveries/" + delivery, null)
                        .path("row")
                        .path("namedAt")
                        .asString("")
                        .isEmpty()
                && pause()) {
            // Until its files have their names.
        }
    }

    void waitFor(List<String> deliveries, String state) {
        for (String delivery : deliveries) {
            while (!ask("GET", "/api/deliveries/" + delivery, null)
                            .path("row")
                            .path("state")
                            .asString()
                            .equals(state)
                    && pause()) {
                // Until it is.
            }
        }
    }

    /** @param took from its release to its acceptance */
    record Leg(long bytes, Duration took) {}

    /** Scans and sends, has all legs held before anything leaves, and waits until the files are made. @return the delivery */
    String sendHeld(StandInDevice scanner, Stack stack, String job) {
        String delivery = send(scanner, stack, job);
        act("HOLD", List.of(delivery));
        waitUntilNamed(delivery);
        return delivery;
    }

    /** Lets one leg of a held delivery go, and waits until it is accepted. */
    Leg release(String delivery, int number) {
        String id = leg(delivery, number).path("id").asString();
        Instant begin = Instant.now();
        ask("POST", "/api/deliveries/act", map("action", "RELEASE", "deliveries", List.of(delivery), "legId", id));
        JsonNode leg;
        do {
            leg = leg(delivery, number);
        } while (!leg.path("state").asString().equals("ACCEPTED") && pause());
        return new Leg(
                leg.path("sentBytes").asLong(),
                Duration.between(begin, Instant.parse(leg.path("acceptedAt").asString())));
    }

    private JsonNode leg(String delivery, int number) {
        return ask("GET", "/api/deliveries/" + delivery, null)
                .path("row")
                .path("legs")
                .path(number);
    }

    Times run(StandInDevice scanner, Stack stack, String job) {
        Instant begin = Instant.now();
        String scan = scan(scanner, stack, job);
        Duration scanning = Duration.between(begin, Instant.now());
        Instant sent = Instant.now();
        String delivery = ask("POST", panel("/scans/" + scan + "/send"), map())
                .path("deliveryId")
                .asString();
        String state;
        do {
            state = ask("GET", panel("/deliveries/" + delivery), null)
                    .path("legs")
                    .path(0)
                    .path("state")
                    .asString();
        } while (!state.equals("ACCEPTED") && pause());
        return new Times(scanning, Duration.between(sent, Instant.now()));
    }

    private String scan(StandInDevice scanner, Stack stack, String job) {
        ask("POST", panel("/session"), map("pin", pin));
        scanner.put(stack);
        String scan = ask("POST", panel("/scans"), map("jobId", job)).path("id").asString();
        String state;
        do {
            state = ask("GET", panel("/scans/" + scan), null).path("state").asString();
        } while (state.equals("SCANNING") && pause());
        return scan;
    }

    private String panel(String rest) {
        return "/api/panel/" + device + rest;
    }

    private String id(String path, Map<String, Object> body) {
        return ask("POST", path, body).path("id").asString();
    }

    void signIn(String login, String password) {
        ask("GET", "/api/session", null);
        ask("POST", "/api/session", map("login", login, "password", password));
    }

    /** @return how many bytes the answer has */
    int bytes(String path) {
        try {
            HttpResponse<byte[]> response = http.send(
                    HttpRequest.newBuilder(base.resolve(path)).build(), HttpResponse.BodyHandlers.ofByteArray());
            if (response.statusCode() != 200) {
                throw new IllegalStateException(path + ": " + response.statusCode());
            }
            return response.body().length;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    JsonNode ask(String method, String path, Object body) {
        String token = cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
        HttpRequest request = HttpRequest.newBuilder(base.resolve(path))
                .header("X-XSRF-TOKEN", token)
                .header("Content-Type", "application/json")
                .method(
                        method,
                        body == null
                                ? HttpRequest.BodyPublishers.noBody()
                                : HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body)))
                .build();
        try {
            HttpResponse<String> response = http.send(request, HttpResponse.BodyHandlers.ofString());
            if (response.statusCode() >= 300) {
                throw new IllegalStateException(method + " " + path + ": " + response.body());
            }
            return JSON.readTree(response.body().isEmpty() ? "{}" : response.body());
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    private static boolean pause() {
        try {
            Thread.sleep(40);
            return true;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }
}
