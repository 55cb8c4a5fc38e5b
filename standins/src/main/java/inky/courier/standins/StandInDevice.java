package inky.courier.standins;

import com.hp.jipp.encoding.BooleanType;
import com.hp.jipp.encoding.IntType;
import com.hp.jipp.encoding.IppInputStream;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.MutableAttributeGroup;
import com.hp.jipp.encoding.OctetsType;
import com.hp.jipp.encoding.Resolution;
import com.hp.jipp.encoding.ResolutionUnit;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.encoding.UriType;
import com.hp.jipp.model.InputAttributes;
import com.hp.jipp.model.JobState;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.PrinterState;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import com.sun.net.httpserver.Filter;
import com.sun.net.httpserver.HttpContext;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import com.sun.net.httpserver.HttpsConfigurator;
import com.sun.net.httpserver.HttpsServer;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import tools.jackson.databind.json.JsonMapper;

/**
 * A scanner that speaks IPP (RFC 8010, RFC 8011) and hands its pages over one by one by Get-Next-Document-Data (PWG
 * 5100.17 section 5.2). Beside IPP it has a small door of its own, announced by the attribute {@code stand-in-uri}, to
 * put sample paper in.
 */
public final class StandInDevice implements AutoCloseable {
    /** Announced only by stand-ins, so that nobody takes one for a real device. */
    static final UriType STAND_IN_URI = new UriType("stand-in-uri");

    static final BooleanType USB_PORT = new BooleanType("usb-port");
    static final BooleanType SHELF = new BooleanType("shelf");
    static final UriType STORAGE_URI = new UriType("storage-uri");
    static final IntType FEEDER_SHEETS = new IntType("stand-in-feeder-sheets");
    static final IntType FEEDER_CAPACITY = new IntType("feeder-capacity");
    static final IntType PANEL_PLACES = new IntType("panel-places");
    static final BooleanType CARD_READER = new BooleanType("card-reader");

    private static final OctetsType.Set INPUT_TRAY = new OctetsType.Set("printer-input-tray");
    private static final OctetsType.Set SUPPLY = new OctetsType.Set("printer-supply");
    private static final int BACKLOG = 16;
    private static final int VALID_DAYS = 900;
    private static final int UPDATE_MILLIS = 40_000;
    private static final int USUAL_DPI = 200;
    static final double LONGEST_FED_MM = 432;
    private static final Pattern MEDIA = Pattern.compile(".*_([0-9.]+)x([0-9.]+)(mm|in)");
    private static final List<Operation> OPERATIONS = List.of(
            Operation.getPrinterAttributes,
            Operation.createJob,
            Operation.validateJob,
            Operation.getNextDocumentData,
            Operation.getJobs,
            Operation.getJobAttributes,
            Operation.cancelJob);
    private static final List<Operation> SETTING =
            List.of(Operation.setPrinterAttributes, Operation.getPrinterSupportedValues);

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final DeviceModel model;
    private final String name;
    private final HttpServer http;
    private final ExecutorService threads;
    private final URI uri;
    private final Feeder feeder = new Feeder();
    private volatile Sheet onGlass = Sheet.NONE;
    private final Map<Integer, ScanJob> jobs = new ConcurrentHashMap<>();
    private final Map<Integer, IppRules.Job> begun = new ConcurrentHashMap<>();
    private final AtomicInteger jobIds = new AtomicInteger();
    private final long seed;
    private volatile boolean samePaper;
    private volatile boolean silent;
    private final Optional<DavRoom> storage;
    private final Optional<PrintRoom> printer;
    private final IppRules rules = new IppRules();
    private final Stock stock;
    private final OwnSettings settings;
    private final OwnFirmware firmware;
    private final AtomicBoolean closed = new AtomicBoolean();
    private final List<SnmpAgent> agents = new CopyOnWriteArrayList<>();
    private final AtomicInteger pagesToCut = new AtomicInteger();
    private volatile int pageMillis;
    private volatile Condition condition = new Condition(PrinterState.idle, List.of("none"));

    private record Condition(PrinterState state, List<String> reasons) {}

    /** The account that it asks for. @param digest as RFC 7616 has it; else the password itself */
    public record SignIn(String account, String password, boolean digest) {}

    /** How it is reached. @param certificates where its certificate is kept; empty for an open line */
    private record Line(Optional<Path> certificates, Optional<SignIn> signIn) {
        private static final Line OPEN = new Line(Optional.empty(), Optional.empty());

        HttpServer server(String name, String address, int port) throws IOException {
            InetSocketAddress at = new InetSocketAddress(address, port);
            if (certificates.isEmpty()) {
                return HttpServer.create(at, BACKLOG);
            }
            HttpsServer server = HttpsServer.create(at, BACKLOG);
            server.setHttpsConfigurator(new HttpsConfigurator(
                    SelfSigned.context(certificates.get(), name.replace(' ', '-'), address, 1, VALID_DAYS)));
            return server;
        }
    }

    private StandInDevice(
            DeviceModel model,
            String name,
            String address,
            int port,
            long seed,
            int pageMillis,
            Optional<Path> folder,
            Line line)
            throws IOException {
        this.model = model;
        this.name = name;
        stock = model.stock();
        settings = new OwnSettings(name, model.setFromOutside());
        firmware = new OwnFirmware(model.firmware(), model.setFromOutside(), UPDATE_MILLIS);
        this.seed = seed;
        this.pageMillis = pageMillis;
        boolean stores = folder.isPresent() && (model.usbPort() || model.stores());
        storage = stores ? Optional.of(DavRoom.open(address, folder.get())) : Optional.empty();
        http = line.server(name, address, port);
        threads = Executors.newCachedThreadPool(task -> {
            Thread thread = new Thread(task, "device-" + name);
            thread.setDaemon(true);
            return thread;
        });
        http.setExecutor(threads);
        String base = (line.certificates.isPresent() ? "ipps://" : "ipp://") + address + ":"
                + http.getAddress().getPort();
        uri = URI.create(base + "/ipp/scan");
        printer = folder.isPresent() && model.prints()
                ? Optional.of(new PrintRoom(
                        folder.get().resolve("paper"), URI.create(base + "/ipp/print"), rules, stock, model))
                : Optional.empty();
        List<HttpContext> contexts = new ArrayList<>();
        if (model.scans()) {
            contexts.addAll(new EsclDoor(new Machine()).open(http));
            if (model.ipp()) {
                contexts.add(http.createContext("/ipp/scan", this::ipp));
            }
            guard(line, contexts);
        }
        printer.ifPresent(room -> contexts.add(http.createContext("/ipp/print", exchange -> print(room, exchange))));
        contexts.add(http.createContext(OwnSettings.PAGE, settings::page));
        contexts.forEach(context -> context.getFilters().add(0, new Silence()));
        http.createContext("/stand-in/stacks", exchange -> stacks(exchange, this::put));
        http.createContext("/stand-in/glass", exchange -> stacks(exchange, this::layOnGlass));
        http.start();
    }

    /** Nobody is answered while it starts again, or is cut off. */
    private final class Silence extends Filter {
        @Override
        public void doFilter(HttpExchange exchange, Chain chain) throws IOException {
            if (silent || firmware.isRestarting()) {
                exchange.close();
            } else {
                chain.doFilter(exchange);
            }
        }

        @Override
        public String description() {
            return "answers nobody while it starts again, or is cut off";
        }
    }

    /** The contexts of a protocol, guarded where it asks for an account. */
    private void guard(Line line, List<HttpContext> contexts) {
        line.signIn.ifPresent(signIn -> {
            Guarded guarded = new Guarded(signIn);
            contexts.forEach(context -> context.getFilters().add(guarded));
        });
    }

    /** @param port 0 for any free one; {@code pageMillis} is how long the paper takes, beside the drawing */
    public static StandInDevice start(
            DeviceModel model, String name, String address, int port, long seed, int pageMillis) throws IOException {
        return new StandInDevice(model, name, address, port, seed, pageMillis, Optional.empty(), Line.OPEN);
    }

    /** One that also prints and stores, as far as its model does. @param folder for what it keeps */
    public static StandInDevice start(
            DeviceModel model, String name, String address, int port, long seed, int pageMillis, Path folder)
            throws IOException {
        return new StandInDevice(model, name, address, port, seed, pageMillis, Optional.of(folder), Line.OPEN);
    }

    /** One that is reached by TLS and asks for an account. @param certificates where its certificate is kept; absent for an open line */
    public static StandInDevice guarded(
            DeviceModel model, String name, String address, Path certificates, SignIn signIn) throws IOException {
        Line line = new Line(Optional.ofNullable(certificates), Optional.ofNullable(signIn));
        return new StandInDevice(model, name, address, 0, 1, 0, Optional.empty(), line);
    }

    /** What lies on the stick and the shelf, by paths from the top. */
    public List<String> stored() {
        return storage.map(room -> FileHouse.filesBelow(room.files())).orElse(List.of());
    }

    public Optional<Path> storageFolder() {
        return storage.map(DavRoom::files);
    }

    /** Names of the documents that it has printed. */
    public List<String> printed() {
        return printer.map(PrintRoom::printed).orElse(List.of());
    }

    /** How its print jobs were asked for, the oldest first: copies, sides, colours, and whether stapled. */
    public List<String> printedAs() {
        return printer.map(PrintRoom::asked).orElse(List.of());
    }

    /** Takes the next jobs for printing and then gives them up. */
    public void abortPrinting(int next) {
        printer.ifPresent(room -> room.abort(next));
    }

    /** @param status of IPP that print jobs get from now on; 0 to print again */
    public void refusePrinting(int status) {
        printer.ifPresent(room -> room.refuse(status == 0 ? null : Status.Companion.get(status)));
    }

    /** Puts pages on the stick, as pictures. */
    void layOnStick(Stack stack) throws IOException {
        if (!hasStick()) {
            return;
        }
        Path there = storage.orElseThrow().files().resolve(DavRoom.STICK);
        ScanJob.Setting setting = new ScanJob.Setting(200, true, Optional.empty());
        ScanJob pages = new ScanJob(0, stack.sheets(), false, setting, ScanJob.SAME);
        for (int n = 1; pages.hasMore(); n++) {
            Files.write(there.resolve(stack.title() + " " + n + ".jpg"), pages.nextPage());
        }
    }

    /** Pulls the stick out, or puts it in again. */
    public void stick(boolean in) throws IOException {
        if (storage.isPresent()) {
            storage.get().stick(in);
        }
    }

    public boolean hasStick() {
        return storage.isPresent() && storage.get().hasStick();
    }

    public DeviceModel model() {
        return model;
    }

    public int port() {
        return http.getAddress().getPort();
    }

    public String address() {
        return http.getAddress().getAddress().getHostAddress();
    }

    public String name() {
        return name;
    }

    public void put(Stack stack) {
        feeder.put(stack.sheets());
    }

    /** Lays the first sheet of a stack on the glass, where it stays. */
    public void layOnGlass(Stack stack) {
        onGlass = stack.sheets().get(0);
    }

    /** Takes away what lies on the glass. */
    public void clearGlass() {
        onGlass = Sheet.NONE;
    }

    /** Sends half of what each of the next pages is. */
    public void cutPages(int next) {
        pagesToCut.set(next);
    }

    /** How many scans have pages still to come. */
    public int scanning() {
        return (int) jobs.values().stream().filter(ScanJob::hasMore).count();
    }

    /** How long each page takes from now on, beside the drawing. */
    public void pageMillis(int millis) {
        pageMillis = millis;
    }

    /** Its paper looks the same each time from now on, so that drawing takes no time: for many devices on one machine. */
    public void samePaper() {
        samePaper = true;
    }

    /** Makes it report trouble: {@code printer-state} 3 to 5 and {@code printer-state-reasons}. */
    public void misbehave(int state, List<String> reasons) {
        condition = new Condition(PrinterState.Companion.get(state), reasons.isEmpty() ? List.of("none") : reasons);
    }

    /** What it would say of itself, with what its stock makes it say. */
    private List<String> reasons() {
        List<String> all = new ArrayList<>(condition.reasons);
        if (firmware.isUpdating()) {
            all.add("paused");
        }
        all.addAll(stock.reasons());
        if (all.size() > 1) {
            all.remove("none");
        }
        return all;
    }

    /** It does nothing else while its firmware is updated. */
    private PrinterState state() {
        return firmware.isUpdating() ? PrinterState.stopped : condition.state;
    }

    /** Runs this firmware from now on. */
    public void firmware(String version) {
        firmware.run(version);
    }

    public String firmware() {
        return firmware.running();
    }

    /** Answers nobody over the network, as if its cable were out. */
    public void silent(boolean silent) {
        this.silent = silent;
    }

    /** How long an update takes from now on, until the device is back. */
    public void updateLasts(long millis) {
        firmware.lasts(millis);
    }

    /** Some of an update is over. @param percent of its time */
    public void passUpdate(int percent) {
        firmware.pass(percent);
    }

    /** The next updates end with the firmware that it had. */
    public void failUpdates(int next) {
        firmware.fail(next);
    }

    public Stock stock() {
        return stock;
    }

    /** Answers over SNMP version 2c from now on, at the address where it is reached. @param port 0 for the number of its own port */
    public void snmp(int port, String community) throws IOException {
        agents.add(agent(port, community, Optional.empty()));
    }

    /** Answers over SNMP version 3 too, by SHA-256 and AES-128. */
    public void snmp(int port, String community, String user, String password, String privacy) throws IOException {
        agents.add(agent(port, community, Optional.of(new SnmpAgent.User(user, password, privacy))));
    }

    /** Answers no longer over SNMP. */
    public void stopSnmp() {
        agents.forEach(SnmpAgent::close);
        agents.clear();
    }

    private SnmpAgent agent(int port, String community, Optional<SnmpAgent.User> user) throws IOException {
        PrinterValues values = new PrinterValues(
                model, settings, stock, () -> new PrinterValues.Now(state() == PrinterState.stopped, reasons()));
        return new SnmpAgent(values, community, user, address(), port == 0 ? port() : port);
    }

    /** What it answers to a datagram of SNMP version 2c that came in elsewhere; empty for nothing. */
    Optional<byte[]> answerSnmp(byte[] datagram) {
        return agents.stream().findFirst().flatMap(agent -> agent.answer(datagram));
    }

    /** Switches it off for good. */
    @Override
    public void close() {
        if (closed.getAndSet(true)) {
            return;
        }
        http.stop(0);
        threads.shutdownNow();
        stopSnmp();
        storage.ifPresent(DavRoom::close);
    }

    private void ipp(HttpExchange exchange) throws IOException {
        try (exchange) {
            if (!"POST".equals(exchange.getRequestMethod())) {
                exchange.sendResponseHeaders(405, -1);
                return;
            }
            IppPacket request;
            try (InputStream in = exchange.getRequestBody()) {
                request = IppPacket.read(in);
            } catch (IOException | RuntimeException e) {
                exchange.sendResponseHeaders(400, -1);
                return;
            }
            answer(request, exchange);
        }
    }

    private void print(PrintRoom room, HttpExchange exchange) throws IOException {
        try (exchange;
                IppInputStream in = new IppInputStream(exchange.getRequestBody())) {
            IppPacket request = in.readPacket();
            Optional<Status> fault = IppRules.refusal(request);
            if (fault.isPresent()) {
                reply(exchange, IppRules.response(request, fault.get()));
            } else if (request.getOperation().equals(Operation.getPrinterAttributes)) {
                MutableAttributeGroup group = rules.describe(service(room.uri(), PrintRoom.FORMATS, printing(), 0));
                room.describe(group);
                String[] media = model.media().toArray(String[]::new);
                group.put(Types.mediaSupported, media[0], Arrays.copyOfRange(media, 1, media.length));
                stock(group);
                settings.describe(group, settingsPage());
                firmware.describe(group);
                standInDoors(group);
                reply(exchange, IppRules.described(request, group));
            } else if (request.getOperation().equals(Operation.setPrinterAttributes)) {
                reply(exchange, settings.change(request));
            } else if (request.getOperation().equals(Operation.getPrinterSupportedValues)) {
                reply(exchange, settings.supported(request));
            } else if (OwnFirmware.isUpdate(request)) {
                reply(exchange, firmware.update(request, scanning() > 0));
            } else if (request.getOperation().equals(Operation.printJob) && state() == PrinterState.stopped) {
                in.readAllBytes();
                reply(exchange, refused(request, Status.serverErrorDeviceError, String.join(", ", reasons())));
            } else {
                reply(exchange, room.answer(request, in));
            }
        }
    }

    private List<Operation> printing() {
        List<Operation> operations = new ArrayList<>(PrintRoom.OPERATIONS);
        if (model.setFromOutside()) {
            operations.addAll(SETTING);
            operations.add(OwnFirmware.UPDATE);
        }
        return operations;
    }

    private URI settingsPage() {
        String scheme = http instanceof HttpsServer ? "https" : "http";
        return URI.create(scheme + "://" + address() + ":" + port() + OwnSettings.PAGE);
    }

    /** Somebody sets something at the device itself. @param attribute of IPP @return whether it takes that */
    public boolean set(String attribute, String value) {
        return settings.set(attribute, value);
    }

    /** Whether it says yes to what is set over IPP, and does nothing. */
    public void keepItsOwn(boolean keeps) {
        settings.keepItsOwn(keeps);
    }

    /** What it keeps. @param attribute of IPP */
    public String setting(String attribute) {
        return settings.get(attribute);
    }

    private IppRules.Service service(URI at, List<String> formats, List<Operation> operations, int queued) {
        return new IppRules.Service(at, name, model.name(), state(), reasons(), formats, operations, queued);
    }

    private void answer(IppPacket request, HttpExchange exchange) throws IOException {
        Optional<Status> fault = IppRules.refusal(request);
        if (fault.isPresent()) {
            reply(exchange, IppRules.response(request, fault.get()));
            return;
        }
        Operation operation = request.getOperation();
        if (operation.equals(Operation.getPrinterAttributes)) {
            reply(exchange, attributes(request));
        } else if (operation.equals(Operation.createJob)) {
            reply(exchange, createJob(request));
        } else if (operation.equals(Operation.getNextDocumentData)) {
            nextDocument(request, exchange);
        } else if (operation.equals(Operation.getJobs)) {
            reply(
                    exchange,
                    rules.jobs(
                            request, jobs.values().stream().map(this::described).toList(), uri));
        } else if (operation.equals(Operation.getJobAttributes)) {
            reply(exchange, rules.attributes(request, jobOf(request).map(this::described), uri));
        } else if (operation.equals(Operation.validateJob)) {
            reply(exchange, checkJob(request).orElseGet(() -> IppRules.response(request, Status.successfulOk)));
        } else if (operation.equals(Operation.setPrinterAttributes)) {
            reply(exchange, settings.change(request));
        } else if (operation.equals(Operation.getPrinterSupportedValues)) {
            reply(exchange, settings.supported(request));
        } else if (OwnFirmware.isUpdate(request)) {
            reply(exchange, firmware.update(request, scanning() > 0));
        } else if (operation.equals(Operation.cancelJob)) {
            Optional<ScanJob> job = jobOf(request);
            job.ifPresent(ScanJob::cancel);
            reply(
                    exchange,
                    IppRules.response(request, job.isPresent() ? Status.successfulOk : Status.clientErrorNotFound));
        } else {
            reply(exchange, IppRules.response(request, Status.serverErrorOperationNotSupported));
        }
    }

    private IppRules.Job described(ScanJob job) {
        IppRules.Job as = begun.get(job.id());
        return job.hasMore() ? as : as.become(JobState.canceled, "job-canceled-by-user");
    }

    private IppPacket.Builder attributes(IppPacket request) {
        List<Operation> operations = new ArrayList<>(OPERATIONS);
        if (printer.isPresent()) {
            operations.add(Operation.printJob);
        }
        if (model.setFromOutside()) {
            operations.addAll(SETTING);
            operations.add(OwnFirmware.UPDATE);
        }
        MutableAttributeGroup group = rules.describe(service(uri, List.of("image/jpeg"), operations, scanning()));
        group.put(
                Types.inputSourceSupported,
                Stream.of(model.feederSheets() > 0 ? "adf" : "", model.glass() ? "platen" : "")
                        .filter(source -> !source.isEmpty())
                        .toList());
        group.put(
                Types.inputColorModeSupported,
                model.colour() ? List.of("auto", "color", "monochrome") : List.of("monochrome"));
        group.put(
                Types.inputSidesSupported,
                model.twoSided()
                        ? List.of("one-sided", "two-sided-long-edge", "two-sided-short-edge")
                        : List.of("one-sided"));
        group.put(
                Types.inputResolutionSupported,
                model.resolutions().stream()
                        .map(dpi -> new Resolution(dpi, dpi, ResolutionUnit.dotsPerInch))
                        .toList());
        String[] media = model.media().toArray(String[]::new);
        group.put(Types.inputMediaSupported, media[0], java.util.Arrays.copyOfRange(media, 1, media.length));
        group.put(FEEDER_CAPACITY, model.feederSheets());
        group.put(PANEL_PLACES, model.panelPlaces());
        group.put(CARD_READER, model.cardReader());
        storage.ifPresent(room -> {
            group.put(USB_PORT, model.usbPort());
            group.put(SHELF, model.stores());
            group.put(STORAGE_URI, URI.create(room.uri()));
        });
        stock(group);
        settings.describe(group, settingsPage());
        firmware.describe(group);
        standInDoors(group);
        group.put(FEEDER_SHEETS, feeder.count());
        return IppRules.described(request, group);
    }

    private void stock(MutableAttributeGroup group) {
        if (!model.toners().isEmpty()) {
            group.put(INPUT_TRAY.of(octets(stock.ippTrays())));
            group.put(SUPPLY.of(octets(stock.ippSupplies())));
            String[] names = stock.descriptions().toArray(String[]::new);
            group.put(Types.printerSupplyDescription, names[0], Arrays.copyOfRange(names, 1, names.length));
        }
    }

    private static List<byte[]> octets(List<String> texts) {
        return texts.stream().map(text -> text.getBytes(StandardCharsets.UTF_8)).toList();
    }

    private void standInDoors(MutableAttributeGroup group) {
        group.put(STAND_IN_URI, URI.create("http://" + address() + ":" + port() + "/stand-in/"));
    }

    /** What the door of another protocol opens to. */
    private final class Machine implements EsclDoor.Machine {
        @Override
        public DeviceModel model() {
            return model;
        }

        @Override
        public List<String> stoppedFor() {
            return state() == PrinterState.stopped ? reasons() : List.of();
        }

        @Override
        public String page() {
            return settingsPage().toString();
        }

        @Override
        public int sheetsInFeeder() {
            return feeder.count();
        }

        @Override
        public boolean cannot(ScanOrder order) {
            return StandInDevice.this.cannot(order);
        }

        @Override
        public Optional<ScanJob> begin(ScanOrder order) {
            return StandInDevice.this.begin(order);
        }

        @Override
        public byte[] page(ScanJob job) throws IOException {
            return nextPage(job);
        }
    }

    private boolean cannot(ScanOrder order) {
        boolean source = order.glass() ? model.glass() && !order.bothSides() : model.feederSheets() > 0;
        boolean fits = order.size()
                .map(size -> size.widthMm() <= model.glassSize().widthMm() + 1
                        && size.heightMm() <= (order.glass() ? model.glassSize().heightMm() : LONGEST_FED_MM) + 1)
                .orElse(true);
        return order.bothSides() && !model.twoSided()
                || !source
                || !fits
                || !model.resolutions().contains(order.dpi());
    }

    /** Takes the paper. @return empty where there is none */
    private Optional<ScanJob> begin(ScanOrder order) {
        List<Sheet> sheets = order.glass() ? List.of(onGlass) : feeder.take();
        if (sheets.isEmpty()) {
            return Optional.empty();
        }
        Optional<Sheet.Extent> size =
                order.glass() ? order.size().or(() -> Optional.of(model.glassSize())) : order.size();
        int id = jobIds.incrementAndGet();
        return Optional.of(new ScanJob(
                id,
                sheets,
                order.bothSides(),
                new ScanJob.Setting(order.dpi(), model.colour() && order.colour(), size),
                samePaper ? ScanJob.SAME : seed + id));
    }

    private byte[] nextPage(ScanJob job) throws IOException {
        byte[] page;
        synchronized (job) {
            pause();
            page = job.nextPage();
        }
        return pagesToCut.getAndUpdate(left -> Math.max(0, left - 1)) > 0 ? Arrays.copyOf(page, page.length / 2) : page;
    }

    /** Why a job like this cannot be; nothing when it can. */
    private Optional<IppPacket.Builder> checkJob(IppPacket request) {
        if (state() == PrinterState.stopped) {
            return Optional.of(refused(request, Status.serverErrorDeviceError, String.join(", ", reasons())));
        }
        if (settings.isLocalOnly()) {
            return Optional.of(refused(request, Status.serverErrorNotAcceptingJobs, "scans locally only"));
        }
        return cannot(order(request))
                ? Optional.of(
                        refused(request, Status.clientErrorAttributesOrValuesNotSupported, "this model cannot scan so"))
                : Optional.empty();
    }

    private static ScanOrder order(IppPacket request) {
        InputAttributes input = input(request);
        boolean both = input.getInputSides() != null && input.getInputSides().startsWith("two-sided");
        return new ScanOrder(
                isGlass(input), both, !"monochrome".equals(input.getInputColorMode()), dpi(input), size(input));
    }

    private static InputAttributes input(IppPacket request) {
        InputAttributes input = request.getValue(Tag.jobAttributes, Types.inputAttributes);
        return input == null ? new InputAttributes() : input;
    }

    private static boolean isGlass(InputAttributes input) {
        return "platen".equals(input.getInputSource());
    }

    /** The size that was asked for, by the dimensions in its name (PWG 5101.1 section 5). */
    private static Optional<Sheet.Extent> size(InputAttributes input) {
        if (input.getInputMedia() == null) {
            return Optional.empty();
        }
        Matcher name = MEDIA.matcher(String.valueOf(input.getInputMedia().getValue()));
        if (!name.matches()) {
            return Optional.empty();
        }
        double mm = name.group(3).equals("in") ? 25.4 : 1;
        return Optional.of(
                new Sheet.Extent(mm * Double.parseDouble(name.group(1)), mm * Double.parseDouble(name.group(2))));
    }

    private static int dpi(InputAttributes input) {
        return input.getInputResolution() == null
                ? USUAL_DPI
                : input.getInputResolution().getCrossFeedResolution();
    }

    private IppPacket.Builder createJob(IppPacket request) {
        Optional<IppPacket.Builder> fault = checkJob(request);
        if (fault.isPresent()) {
            return fault.get();
        }
        Optional<ScanJob> taken = begin(order(request));
        if (taken.isEmpty()) {
            return refused(request, Status.clientErrorNotPossible, "no paper in the feeder");
        }
        ScanJob job = taken.get();
        int id = job.id();
        begun.put(
                id,
                new IppRules.Job(
                        id,
                        "Scan " + id,
                        IppRules.userOf(request),
                        JobState.processing,
                        "job-transforming",
                        rules.upTime()));
        jobs.put(id, job);
        return rules.created(request, described(job), uri);
    }

    private IppPacket.Builder refused(IppPacket request, Status status, String message) {
        IppPacket.Builder builder = IppRules.response(request, status);
        builder.getOperationAttributes().put(Types.statusMessage, message);
        return builder;
    }

    private void nextDocument(IppPacket request, HttpExchange exchange) throws IOException {
        ScanJob job = jobOf(request).orElse(null);
        if (job == null || !job.hasMore()) {
            reply(exchange, IppRules.response(request, Status.clientErrorNotFound));
            return;
        }
        if (condition.state == PrinterState.stopped) {
            reply(exchange, refused(request, Status.serverErrorDeviceError, String.join(", ", condition.reasons)));
            return;
        }
        byte[] page = nextPage(job);
        IppPacket.Builder builder = IppRules.response(request, Status.successfulOk);
        MutableAttributeGroup group = builder.getOperationAttributes();
        group.put(Types.documentFormat, "image/jpeg");
        group.put(Types.documentNumber, job.delivered());
        group.put(Types.lastDocument, !job.hasMore());
        if (!job.hasMore()) {
            jobs.remove(job.id());
            begun.remove(job.id());
        }
        exchange.getResponseHeaders().set("Content-Type", "application/ipp");
        exchange.sendResponseHeaders(200, 0);
        try (OutputStream out = exchange.getResponseBody()) {
            builder.build().write(out);
            out.write(page);
        }
    }

    private void pause() throws IOException {
        try {
            Thread.sleep(pageMillis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("switched off", e);
        }
    }

    private Optional<ScanJob> jobOf(IppPacket request) {
        return IppRules.jobId(request).map(jobs::get);
    }

    private static void reply(HttpExchange exchange, IppPacket.Builder builder) throws IOException {
        exchange.getResponseHeaders().set("Content-Type", "application/ipp");
        exchange.sendResponseHeaders(200, 0);
        try (OutputStream out = exchange.getResponseBody()) {
            builder.build().write(out);
        }
    }

    /** GET lists the sample stacks; POST with a stack's name as the last part of the path puts it in. */
    private void stacks(HttpExchange exchange, Consumer<Stack> place) throws IOException {
        try (exchange) {
            String path = exchange.getRequestURI().getPath();
            if ("POST".equals(exchange.getRequestMethod())) {
                Optional<Stack> stack = java.util.Arrays.stream(Stack.values())
                        .filter(s -> path.endsWith("/" + s.name()))
                        .findFirst();
                stack.ifPresent(place);
                exchange.sendResponseHeaders(stack.isPresent() ? 204 : 404, -1);
                return;
            }
            List<Map<String, Object>> list = java.util.Arrays.stream(Stack.values())
                    .map(s -> Map.<String, Object>of(
                            "name",
                            s.name(),
                            "title",
                            s.title(),
                            "description",
                            s.description(),
                            "sheets",
                            s.sheets().size()))
                    .toList();
            byte[] body = JSON.writeValueAsString(list).getBytes(StandardCharsets.UTF_8);
            exchange.getResponseHeaders().set("Content-Type", "application/json");
            exchange.sendResponseHeaders(200, body.length);
            exchange.getResponseBody().write(body);
        }
    }

    /** The address that IPP clients use. */
    public URI uri() {
        return uri;
    }
}
