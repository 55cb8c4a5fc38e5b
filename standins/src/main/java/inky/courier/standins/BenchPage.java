package inky.courier.standins;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeUtility;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;

/** A page that shows what arrived where, and the small control API by which stand-ins are told to misbehave. */
final class BenchPage {
    private static final DateTimeFormatter CLOCK =
            DateTimeFormatter.ofPattern("HH:mm:ss").withZone(ZoneId.systemDefault());

    private final List<PostOffice> offices;
    private final Map<String, StandInDevice> devices;
    /** What each far side was last told to do, by its path; empty for well. */
    private final Map<String, String> ails = new ConcurrentHashMap<>();

    private final FileHouse house;
    private final CloudHouse cloud;
    private final HttpServer http;

    BenchPage(List<PostOffice> offices, Map<String, StandInDevice> devices, FileHouse house, CloudHouse cloud, int port)
            throws IOException {
        this.house = house;
        this.cloud = cloud;
        this.offices = offices;
        this.devices = devices;
        devices.values().stream()
                .filter(device -> device.model().usbPort() && !device.hasStick())
                .forEach(device -> ails.put("device/" + device.name(), "stick-out"));
        http = HttpServer.create(new InetSocketAddress("127.0.0.1", port), 16);
        http.createContext("/", this::page);
        http.createContext("/control/", this::control);
    }

    void start() {
        http.start();
    }

    private void page(HttpExchange exchange) throws IOException {
        try (exchange) {
            String[] path = exchange.getRequestURI().getPath().split("/");
            try {
                if (path.length >= 4 && path[1].equals("mail")) {
                    letter(
                            exchange,
                            Integer.parseInt(path[2]),
                            Integer.parseInt(path[3]),
                            path.length > 4 ? Integer.parseInt(path[4]) : -1);
                } else {
                    html(exchange, list());
                }
            } catch (NumberFormatException | IndexOutOfBoundsException | MessagingException e) {
                exchange.sendResponseHeaders(404, -1);
            }
        }
    }

    private String list() throws IOException {
        StringBuilder rows = new StringBuilder(breaking("Break something, and watch Today", farSides()));
        rows.append(stored("File house, " + house.settings().host(), house.stored()));
        for (StandInDevice device : devices.values()) {
            if (!device.stored().isEmpty()) {
                rows.append(stored("Stick and shelf, " + device.name(), device.stored()));
            }
            if (!device.printed().isEmpty()) {
                rows.append(stored("Printed, " + device.name(), device.printed()));
            }
        }
        rows.append(stored("Cloud folder, " + cloud.settings().host(), cloud.stored()));
        for (int o = 0; o < offices.size(); o++) {
            PostOffice office = offices.get(o);
            List<Mailbox.Letter> letters = office.mailbox().letters();
            rows.append("<h2>").append(escape(office.settings().host())).append("</h2>");
            rows.append("<table><tr><th>At<th>To<th>Subject<th>Attachment<th class=n>Bytes as mail</tr>");
            for (int i = letters.size() - 1; i >= 0 && i >= letters.size() - 200; i--) {
                Mailbox.Letter letter = letters.get(i);
                rows.append(row(o, letter));
            }
            rows.append(
                    letters.isEmpty() ? "<tr><td colspan=5>Nothing has arrived here yet.</tr></table>" : "</table>");
        }
        rows.append(breaking("Devices", machines()));
        rows.append(breaking("USB sticks", sticks()));
        return rows.toString();
    }

    private static String stored(String title, List<String> paths) {
        StringBuilder rows = new StringBuilder("<h2>" + escape(title) + "</h2><table>");
        for (int i = paths.size() - 1; i >= 0 && i >= paths.size() - 200; i--) {
            rows.append("<tr><td><code>").append(escape(paths.get(i))).append("</code></tr>");
        }
        return rows.append(paths.isEmpty() ? "<tr><td>Nothing has arrived here yet.</tr></table>" : "</table>")
                .toString();
    }

    /** A far side on the page: what it is called, how to get in, what ails it, and what can be done to it. */
    private record FarSide(String path, String name, String way, Map<String, String> faults) {}

    private List<FarSide> farSides() {
        List<FarSide> all = new ArrayList<>();
        for (PostOffice office : offices) {
            PostOffice.Settings s = office.settings();
            all.add(new FarSide(
                    "post/" + s.host(),
                    s.host(),
                    "mail, STARTTLS " + s.startTlsPort() + ", TLS " + s.tlsPort() + "; account " + s.account(),
                    Map.of("closes", "closes down")));
        }
        FileHouse.Settings f = house.settings();
        all.add(new FarSide(
                "files",
                f.host(),
                "FTP " + house.ftpPort() + ", FTPS " + house.ftpsPort() + ", SFTP " + house.sftpPort()
                        + (house.smbPort() == 0 ? "" : ", SMB " + house.smbPort() + " with the share scans")
                        + "; account " + f.account() + ", password " + f.password(),
                Map.of("deaf", "does not answer", "full", "is full (FTP, SFTP)", "slow", "is slow")));
        CloudHouse.Settings c = cloud.settings();
        all.add(new FarSide(
                "cloud",
                c.host(),
                "WebDAV https://" + c.host() + ":" + cloud.port() + "/dav/; account " + c.account() + ", password "
                        + c.password(),
                Map.of("full", "is full", "withdrawn", "has forgotten every consent")));
        return all;
    }

    private List<FarSide> machines() {
        return devices.values().stream()
                .map(device -> {
                    Map<String, String> faults = new TreeMap<>(Map.of("jam", "has a sheet stuck"));
                    if (!device.model().toners().isEmpty()) {
                        faults.put("tray", "has no paper in tray 1");
                        faults.put("toner", "has little toner");
                    }
                    return new FarSide(
                            "state/" + device.name(),
                            device.name(),
                            device.model().name() + " at " + device.address(),
                            faults);
                })
                .toList();
    }

    private List<FarSide> sticks() {
        List<FarSide> all = new ArrayList<>();
        for (StandInDevice device : devices.values()) {
            if (device.model().usbPort()) {
                all.add(new FarSide(
                        "device/" + device.name(),
                        device.name(),
                        device.model().name() + " at " + device.address(),
                        Map.of("stick-out", "has no stick")));
            }
        }
        return all;
    }

    /** What is broken now, and buttons for the faults that are worth watching in the demo. */
    private String breaking(String title, List<FarSide> farSides) {
        StringBuilder rows = new StringBuilder("<h2>" + title + "</h2><table><tr><th>Far side<th>Now<th>Make it</tr>");
        for (FarSide far : farSides) {
            String now = ails.getOrDefault(far.path, "");
            rows.append("<tr><td><b>")
                    .append(escape(far.name))
                    .append("</b><br><small>")
                    .append(escape(far.way))
                    .append("</small><td>")
                    .append(now.isEmpty() ? "well" : "<strong>" + escape(far.faults.get(now)) + "</strong>")
                    .append("<td>");
            new TreeMap<>(far.faults)
                    .forEach((fault, words) -> rows.append(button("/control/" + far.path + "/" + fault, words)));
            rows.append(button("/control/" + far.path + "/behave", "well again"))
                    .append("</tr>");
        }
        return rows.append("</table>").toString();
    }

    private static String button(String action, String words) {
        return "<form method=post action='" + escape(action) + "'><button>" + escape(words) + "</button></form>";
    }

    private String row(int office, Mailbox.Letter letter) throws IOException {
        String subject;
        String attachment;
        try {
            MimeMessage message = parse(letter);
            subject = message.getSubject() == null ? "(none)" : message.getSubject();
            attachment = parts(message).stream()
                    .map(BenchPage::nameOf)
                    .filter(n -> !n.isEmpty())
                    .collect(Collectors.joining(", "));
        } catch (MessagingException e) {
            subject = "(not readable)";
            attachment = "";
        }
        return "<tr><td>" + CLOCK.format(letter.at()) + "<td>" + escape(String.join(", ", letter.to()))
                + "<td><a href='/mail/" + office + "/" + letter.number() + "'>" + escape(subject) + "</a><td><code>"
                + escape(attachment) + "</code><td class=n>" + letter.bytes() + "</tr>";
    }

    private void letter(HttpExchange exchange, int office, int number, int part)
            throws IOException, MessagingException {
        Mailbox.Letter letter = offices.get(office).mailbox().letters().get(number - 1);
        MimeMessage message = parse(letter);
        List<BodyPart> parts = parts(message);
        if (part >= 0) {
            BodyPart wanted = parts.get(part);
            exchange.getResponseHeaders().set("Content-Type", "application/octet-stream");
            exchange.getResponseHeaders()
                    .set(
                            "Content-Disposition",
                            "attachment; filename*=UTF-8''"
                                    + java.net.URLEncoder.encode(nameOf(wanted), StandardCharsets.UTF_8)
                                            .replace("+", "%20"));
            exchange.sendResponseHeaders(200, 0);
            try (InputStream in = wanted.getInputStream()) {
                in.transferTo(exchange.getResponseBody());
            }
            return;
        }
        StringBuilder out = new StringBuilder("<p><a href='/'>All mail</a></p><h2>")
                .append(escape(message.getSubject()))
                .append("</h2><table>");
        for (String header : List.of("From", "Reply-To", "To", "Date", "Message-ID")) {
            String value = message.getHeader(header, ", ");
            if (value != null) {
                out.append("<tr><th>")
                        .append(header)
                        .append("<td>")
                        .append(escape(MimeUtility.decodeText(value)))
                        .append("</tr>");
            }
        }
        out.append("</table>");
        for (int i = 0; i < parts.size(); i++) {
            String name = nameOf(parts.get(i));
            if (name.isEmpty()) {
                out.append("<pre>")
                        .append(escape(String.valueOf(parts.get(i).getContent())))
                        .append("</pre>");
            } else {
                out.append("<p><a href='/mail/")
                        .append(office)
                        .append('/')
                        .append(number)
                        .append('/')
                        .append(i)
                        .append("'>")
                        .append(escape(name))
                        .append("</a></p>");
            }
        }
        html(exchange, out.toString());
    }

    private static MimeMessage parse(Mailbox.Letter letter) throws IOException, MessagingException {
        try (InputStream in = Files.newInputStream(letter.file())) {
            return new MimeMessage(Session.getInstance(new Properties()), in);
        }
    }

    private static List<BodyPart> parts(MimeMessage message) throws MessagingException, IOException {
        if (!(message.getContent() instanceof Multipart multipart)) {
            return List.of();
        }
        List<BodyPart> parts = new java.util.ArrayList<>();
        for (int i = 0; i < multipart.getCount(); i++) {
            parts.add(multipart.getBodyPart(i));
        }
        return parts;
    }

    private static String nameOf(BodyPart part) {
        try {
            String name = part.getFileName();
            return name == null ? "" : MimeUtility.decodeText(name);
        } catch (MessagingException | IOException e) {
            return "";
        }
    }

    private void control(HttpExchange exchange) throws IOException {
        try (exchange) {
            if (!"POST".equals(exchange.getRequestMethod())) {
                exchange.sendResponseHeaders(405, -1);
                return;
            }
            String[] path = exchange.getRequestURI().getPath().split("/");
            Map<String, String> query = query(exchange);
            try {
                boolean done = obey(path, query);
                // A browser goes back to the page that it came from.
                if (done && exchange.getRequestHeaders().containsKey("Referer")) {
                    exchange.getResponseHeaders().set("Location", "/");
                }
                exchange.sendResponseHeaders(
                        done ? exchange.getResponseHeaders().containsKey("Location") ? 303 : 204 : 404, -1);
            } catch (RuntimeException e) {
                exchange.sendResponseHeaders(400, -1);
            }
        }
    }

    /** {@code /control/post/HOST/refuse?step=&reply=}, {@code .../closes}, {@code .../behave}, {@code .../password?value=}, {@code /control/device/NAME?state=&reasons=}, {@code /control/files/FAULT}, {@code /control/cloud/FAULT}. */
    private boolean obey(String[] path, Map<String, String> query) throws IOException {
        if (path.length > 4 && path[2].equals("state") && devices.containsKey(path[3])) {
            ails.put("state/" + path[3], path[4].equals("behave") ? "" : path[4]);
            StandInDevice device = devices.get(path[3]);
            switch (path[4]) {
                case "jam" -> device.misbehave(5, List.of("input-media-jam-error"));
                case "tray" -> device.stock().paper(1, 0);
                case "toner" -> device.stock().toner(1, 2);
                default -> {
                    device.misbehave(3, List.of());
                    device.stock().full();
                }
            }
            return true;
        }
        if (path.length > 4 && path[2].equals("device") && devices.containsKey(path[3])) {
            boolean in = path[4].equals("behave");
            devices.get(path[3]).stick(in);
            ails.put("device/" + path[3], in ? "" : path[4]);
            return true;
        }
        if (path.length > 3 && path[2].equals("device") && devices.containsKey(path[3])) {
            String reasons = query.getOrDefault("reasons", "none");
            devices.get(path[3]).misbehave(Integer.parseInt(query.get("state")), Arrays.asList(reasons.split(",")));
            return true;
        }
        if (path.length > 3 && path[2].equals("files")) {
            ails.put("files", path[3].equals("behave") ? "" : path[3]);
            house.behave();
            switch (path[3]) {
                case "deaf" -> house.lines().forEach(line -> line.deaf(true));
                case "slow" -> house.lines().forEach(line -> line.slow(40_000));
                case "full" -> {
                    house.refuseFtp("STOR", "452 No space left");
                    house.refuseSftpWrites(14);
                }
                default -> {
                    // It is well already.
                }
            }
            return true;
        }
        if (path.length > 3 && path[2].equals("cloud")) {
            ails.put("cloud", path[3].equals("behave") ? "" : path[3]);
            if (path[3].equals("full")) {
                cloud.refuse("PUT", "507");
            } else if (path[3].equals("withdrawn")) {
                cloud.forgetConsent();
            } else {
                cloud.behave();
            }
            return true;
        }
        if (path.length > 4 && path[2].equals("post")) {
            for (PostOffice office : offices) {
                if (office.settings().host().equals(path[3])) {
                    ails.put("post/" + path[3], path[4].equals("closes") ? "closes" : "");
                    switch (path[4]) {
                        case "closes" -> office.refuse(PostOffice.Step.MAIL, "421 4.3.2 Closing down");
                        case "refuse" -> office.refuse(PostOffice.Step.valueOf(query.get("step")), query.get("reply"));
                        case "password" -> office.password(query.get("value"));
                        default -> office.behave();
                    }
                    return true;
                }
            }
        }
        return false;
    }

    private static Map<String, String> query(HttpExchange exchange) {
        String raw = exchange.getRequestURI().getRawQuery();
        return raw == null
                ? Map.of()
                : Arrays.stream(raw.split("&"))
                        .map(pair -> pair.split("=", 2))
                        .filter(pair -> pair.length == 2)
                        .collect(Collectors.toMap(
                                pair -> pair[0],
                                pair -> URLDecoder.decode(pair[1], StandardCharsets.UTF_8),
                                (a, b) -> b));
    }

    private static void html(HttpExchange exchange, String body) throws IOException {
        String page = "<!doctype html><html lang=en><meta charset=utf-8><title>Stand-ins</title><style>"
                + "body{font:15px/1.5 system-ui,sans-serif;margin:28px;color:#141d2b;background:#fefdf9;max-width:1100px}"
                + "h1{font-size:24px;border-bottom:2px solid}h2{font-size:17px;margin-top:28px}table{border-collapse:collapse;width:100%}"
                + "td,th{text-align:left;border-bottom:1px solid #d7d0c1;padding:5px 14px 5px 0;vertical-align:top}th{font-weight:600;color:#55647a}"
                + ".n{text-align:right}form{display:inline-block;margin:0 6px 4px 0}small{color:#55647a}strong{color:#a3301c}button{font:inherit;padding:4px 10px}a{color:#2a3d59}pre{background:#f5f2ea;padding:12px;white-space:pre-wrap}</style>"
                + "<h1>Stand-ins</h1><p>What has arrived at the demo's far sides. Nothing here leaves this machine.</p>"
                + body;
        byte[] bytes = page.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "text/html; charset=utf-8");
        exchange.sendResponseHeaders(200, bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    private static String escape(String text) {
        return text == null
                ? ""
                : text.replace("&", "&amp;")
                        .replace("<", "&lt;")
                        .replace(">", "&gt;")
                        .replace("'", "&#39;");
    }
}
