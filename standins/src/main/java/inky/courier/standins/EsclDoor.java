package inky.courier.standins;

import com.sun.net.httpserver.HttpContext;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentLinkedDeque;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.w3c.dom.Document;
import org.w3c.dom.NodeList;
import org.xml.sax.SAXException;

/** A device's scanner over eSCL; from memory, and held to it by a client that others wrote. */
final class EsclDoor {
    private static final String HEAD = "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n";
    /** One letter stands as its code point: no maker is named here. */
    private static final String NAMESPACES = " xmlns:pwg=\"http://www.pwg.org/schemas/2010/12/sm\""
            + " xmlns:scan=\"http://schemas.h\u0070.com/imaging/escl/2011/05/03\"";

    private static final double UNITS_PER_MM = 300 / 25.4;

    /** How far a region may be off the largest one and still be all of it. */
    private static final int ROUNDING = 2;

    private static final int MOST_BYTES = 64 * 1024;

    private static final int KEPT_JOBS = 8;

    private final Machine machine;
    private final Deque<Job> jobs = new ConcurrentLinkedDeque<>();

    /** What the door opens to. */
    interface Machine {
        DeviceModel model();

        /** Reasons of printer-state-reasons for which it has stopped; none where it has not. */
        List<String> stoppedFor();

        /** Where a person sets it up. */
        String page();

        int sheetsInFeeder();

        boolean cannot(ScanOrder order);

        /** @return empty where there is no paper */
        Optional<ScanJob> begin(ScanOrder order);

        /** Takes as long as the paper takes. */
        byte[] page(ScanJob job) throws IOException;
    }

    private static final class Job {
        private final String path = "/eSCL/ScanJobs/" + UUID.randomUUID();
        private final ScanJob pages;
        private volatile String state = "Processing";

        Job(ScanJob pages) {
            this.pages = pages;
        }
    }

    EsclDoor(Machine machine) {
        this.machine = machine;
    }

    List<HttpContext> open(HttpServer http) {
        return List.of(
                http.createContext("/eSCL/ScannerCapabilities", exchange -> reply(exchange, capabilities())),
                http.createContext("/eSCL/ScannerStatus", exchange -> reply(exchange, status())),
                http.createContext("/eSCL/ScanJobs", this::job));
    }

    private static void reply(HttpExchange exchange, String document) throws IOException {
        try (exchange) {
            byte[] body = (HEAD + document).getBytes(StandardCharsets.UTF_8);
            exchange.getResponseHeaders().set("Content-Type", "text/xml");
            exchange.sendResponseHeaders(200, body.length);
            exchange.getResponseBody().write(body);
        }
    }

    private String capabilities() {
        DeviceModel model = machine.model();
        Sheet.Extent glass = model.glassSize();
        StringBuilder xml = new StringBuilder("<scan:ScannerCapabilities" + NAMESPACES + ">");
        xml.append(element("pwg:Version", "2.63"));
        xml.append(element("pwg:MakeAndModel", model.name()));
        xml.append(element("pwg:SerialNumber", "STAND-IN"));
        xml.append(element("scan:AdminURI", machine.page()));
        if (model.glass()) {
            xml.append(
                    "<scan:Platen>" + input("PlatenInputCaps", glass.widthMm(), glass.heightMm()) + "</scan:Platen>");
        }
        if (model.feederSheets() > 0) {
            xml.append("<scan:Adf>");
            xml.append(input("AdfSimplexInputCaps", glass.widthMm(), StandInDevice.LONGEST_FED_MM));
            if (model.twoSided()) {
                xml.append(input("AdfDuplexInputCaps", glass.widthMm(), StandInDevice.LONGEST_FED_MM));
            }
            xml.append(element("scan:FeederCapacity", model.feederSheets()));
            xml.append("<scan:AdfOptions>" + element("scan:AdfOption", "DetectPaperLoaded"));
            xml.append((model.twoSided() ? element("scan:AdfOption", "Duplex") : "") + "</scan:AdfOptions></scan:Adf>");
        }
        return xml + "</scan:ScannerCapabilities>";
    }

    private String input(String name, double widthMm, double heightMm) {
        DeviceModel model = machine.model();
        String modes = Stream.of("Grayscale8", model.colour() ? "RGB24" : "")
                .filter(mode -> !mode.isEmpty())
                .map(mode -> element("scan:ColorMode", mode))
                .collect(Collectors.joining());
        String resolutions = model.resolutions().stream()
                .map(dpi -> "<scan:DiscreteResolution>" + element("scan:XResolution", dpi)
                        + element("scan:YResolution", dpi) + "</scan:DiscreteResolution>")
                .collect(Collectors.joining());
        return "<scan:" + name + ">"
                + element("scan:MinWidth", 16) + element("scan:MaxWidth", units(widthMm))
                + element("scan:MinHeight", 16) + element("scan:MaxHeight", units(heightMm))
                + element("scan:MaxScanRegions", 1)
                + "<scan:SettingProfiles><scan:SettingProfile><scan:ColorModes>" + modes + "</scan:ColorModes>"
                + "<scan:DocumentFormats>" + element("pwg:DocumentFormat", "image/jpeg")
                + element("scan:DocumentFormatExt", "image/jpeg") + "</scan:DocumentFormats>"
                + "<scan:SupportedResolutions><scan:DiscreteResolutions>" + resolutions
                + "</scan:DiscreteResolutions></scan:SupportedResolutions></scan:SettingProfile></scan:SettingProfiles>"
                + "<scan:SupportedIntents>" + element("scan:Intent", "Document") + "</scan:SupportedIntents>"
                + "</scan:" + name + ">";
    }

    private static int units(double mm) {
        return (int) Math.round(mm * UNITS_PER_MM);
    }

    private static String element(String name, Object value) {
        return "<" + name + ">" + value + "</" + name + ">";
    }

    private String status() {
        List<String> stopped = machine.stoppedFor();
        boolean works = jobs.stream().anyMatch(job -> job.state.equals("Processing"));
        StringBuilder xml = new StringBuilder("<scan:ScannerStatus" + NAMESPACES + ">");
        xml.append(element("pwg:Version", "2.63"));
        xml.append(element("pwg:State", stopped.isEmpty() ? works ? "Processing" : "Idle" : "Stopped"));
        if (machine.model().feederSheets() > 0) {
            xml.append(element("scan:AdfState", feeder(stopped)));
        }
        xml.append("<scan:Jobs>");
        for (Job job : jobs) {
            xml.append("<scan:JobInfo>" + element("pwg:JobUri", job.path)
                    + element("pwg:JobUuid", job.path.substring(job.path.lastIndexOf('/') + 1))
                    + element("scan:Age", 1)
                    + element("pwg:ImagesCompleted", job.pages.delivered())
                    + element("pwg:ImagesToTransfer", job.pages.hasMore() ? 1 : 0)
                    + element("pwg:JobState", job.state)
                    + "</scan:JobInfo>");
        }
        return xml + "</scan:Jobs></scan:ScannerStatus>";
    }

    private String feeder(List<String> stopped) {
        if (stopped.stream().anyMatch(reason -> reason.contains("jam"))) {
            return "ScannerAdfJam";
        }
        if (stopped.stream().anyMatch(reason -> reason.contains("open"))) {
            return "ScannerAdfHatchOpen";
        }
        return machine.sheetsInFeeder() > 0 ? "ScannerAdfLoaded" : "ScannerAdfEmpty";
    }

    private void job(HttpExchange exchange) throws IOException {
        try (exchange) {
            String path = exchange.getRequestURI().getPath();
            String method = exchange.getRequestMethod();
            Optional<Job> job =
                    jobs.stream().filter(one -> path.startsWith(one.path)).findFirst();
            if (method.equals("POST") && path.equals("/eSCL/ScanJobs")) {
                begin(exchange);
            } else if (job.isEmpty()) {
                exchange.sendResponseHeaders(404, -1);
            } else if (method.equals("DELETE")) {
                job.get().pages.cancel();
                end(job.get(), "Canceled");
                exchange.sendResponseHeaders(200, -1);
            } else if (method.equals("GET") && path.equals(job.get().path + "/NextDocument")) {
                next(job.get(), exchange);
            } else {
                exchange.sendResponseHeaders(404, -1);
            }
        }
    }

    private static void end(Job job, String state) {
        if (job.state.equals("Processing")) {
            job.state = state;
        }
    }

    private void begin(HttpExchange exchange) throws IOException {
        Optional<ScanOrder> order = order(exchange.getRequestBody().readNBytes(MOST_BYTES));
        if (order.isEmpty()) {
            exchange.sendResponseHeaders(400, -1);
            return;
        }
        Optional<ScanJob> begun =
                machine.cannot(order.get()) || !machine.stoppedFor().isEmpty()
                        ? Optional.empty()
                        : machine.begin(order.get());
        if (begun.isEmpty()) {
            exchange.sendResponseHeaders(409, -1);
            return;
        }
        Job job = new Job(begun.get());
        jobs.addFirst(job);
        while (jobs.size() > KEPT_JOBS) {
            jobs.removeLast();
        }
        exchange.getResponseHeaders()
                .set("Location", "http://" + exchange.getRequestHeaders().getFirst("Host") + job.path);
        exchange.sendResponseHeaders(201, -1);
    }

    private void next(Job job, HttpExchange exchange) throws IOException {
        if (!machine.stoppedFor().isEmpty()) {
            end(job, "Aborted");
            exchange.sendResponseHeaders(409, -1);
            return;
        }
        if (!job.pages.hasMore()) {
            end(job, "Completed");
            exchange.sendResponseHeaders(404, -1);
            return;
        }
        byte[] page = machine.page(job.pages);
        exchange.getResponseHeaders().set("Content-Type", "image/jpeg");
        exchange.sendResponseHeaders(200, page.length);
        exchange.getResponseBody().write(page);
    }

    private Optional<ScanOrder> order(byte[] settings) {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
            factory.setNamespaceAware(true);
            factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
            Document document = factory.newDocumentBuilder().parse(new ByteArrayInputStream(settings));
            boolean glass = text(document, "InputSource").equals("Platen");
            int width = number(document, "Width");
            int height = number(document, "Height");
            Sheet.Extent largest = machine.model().glassSize();
            boolean all = width >= units(largest.widthMm()) - ROUNDING
                    && height >= units(glass ? largest.heightMm() : StandInDevice.LONGEST_FED_MM) - ROUNDING;
            return Optional.of(new ScanOrder(
                    glass,
                    text(document, "Duplex").equals("true"),
                    text(document, "ColorMode").startsWith("RGB"),
                    number(document, "XResolution"),
                    all || width == 0 || height == 0
                            ? Optional.empty()
                            : Optional.of(new Sheet.Extent(width / UNITS_PER_MM, height / UNITS_PER_MM))));
        } catch (ParserConfigurationException | SAXException | IOException e) {
            return Optional.empty();
        }
    }

    private static int number(Document document, String name) {
        String text = text(document, name);
        return text.matches("[0-9]{1,6}") ? Integer.parseInt(text) : 0;
    }

    private static String text(Document document, String name) {
        NodeList found = document.getElementsByTagNameNS("*", name);
        return found.getLength() == 0 ? "" : found.item(0).getTextContent().strip();
    }
}
