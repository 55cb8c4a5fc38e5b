package inky.courier.standins;

import com.hp.jipp.encoding.Attribute;
import com.hp.jipp.encoding.AttributeGroup;
import com.hp.jipp.encoding.EmptyAttribute;
import com.hp.jipp.encoding.IntType;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.MutableAttributeGroup;
import com.hp.jipp.encoding.NameType;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.PrinterContactCol;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * What a device keeps itself: set over IPP (RFC 3380: Set-Printer-Attributes, Get-Printer-Supported-Values) where its model lets
 * that be, and by somebody on its own page.
 */
final class OwnSettings {
    static final String PAGE = "/settings";

    private static final IntType SLEEP_MINUTES = new IntType("sleep-minutes");
    private static final IntType SIGN_OUT_SECONDS = new IntType("sign-out-seconds");
    private static final NameType TIME_SERVER = new NameType("time-server");
    private static final NameType SCAN_MODE = new NameType("scan-mode");
    private static final String LOCAL_ONLY = "local-only";
    private static final String NAME = "printer-name";
    private static final String LOCATION = "printer-location";
    private static final String CONTACT = "printer-contact-col";
    private static final String LANGUAGE = "natural-language-configured";
    private static final List<String> ALL = List.of(
            NAME,
            LOCATION,
            CONTACT,
            LANGUAGE,
            SLEEP_MINUTES.getName(),
            TIME_SERVER.getName(),
            SIGN_OUT_SECONDS.getName(),
            SCAN_MODE.getName());
    private static final Set<String> LANGUAGES = Set.of("en", "de", "es", "fr");
    private static final int MOST_OCTETS = 127;

    private final boolean fromOutside;
    private final Map<String, String> values = new LinkedHashMap<>();
    private boolean keepsItsOwn;

    /** As it comes from its maker. @param fromOutside whether they can be set over IPP */
    OwnSettings(String name, boolean fromOutside) {
        this.fromOutside = fromOutside;
        values.put(NAME, name);
        values.put(LOCATION, "");
        values.put(CONTACT, "");
        values.put(LANGUAGE, "en");
        values.put(SLEEP_MINUTES.getName(), "30");
        values.put(TIME_SERVER.getName(), "");
        values.put(SIGN_OUT_SECONDS.getName(), "120");
        values.put(SCAN_MODE.getName(), "through-courier");
    }

    /** Whether it scans by itself alone, and for nobody who asks over the network. */
    synchronized boolean isLocalOnly() {
        return LOCAL_ONLY.equals(values.get(SCAN_MODE.getName()));
    }

    synchronized String get(String attribute) {
        return values.get(attribute);
    }

    /** Somebody sets it at the device. @return whether it takes that */
    synchronized boolean set(String attribute, String value) {
        boolean fits = values.containsKey(attribute) && fits(attribute, value);
        if (fits) {
            values.put(attribute, value);
        }
        return fits;
    }

    /** Whether it says yes to what is set over IPP, and does nothing, as some do whose own page has precedence. */
    synchronized void keepItsOwn(boolean keeps) {
        keepsItsOwn = keeps;
    }

    private static boolean fits(String attribute, String value) {
        return switch (attribute) {
            case NAME -> !value.isBlank() && octets(value) <= MOST_OCTETS;
            case LANGUAGE -> LANGUAGES.contains(value);
            case "sleep-minutes" -> isNumber(value, 1, 240);
            case "sign-out-seconds" -> isNumber(value, 15, 600);
            case "scan-mode" -> Set.of("through-courier", LOCAL_ONLY).contains(value);
            default -> octets(value) <= MOST_OCTETS;
        };
    }

    private static int octets(String text) {
        return text.getBytes(StandardCharsets.UTF_8).length;
    }

    private static boolean isNumber(String text, int least, int most) {
        return text.matches("\\d{1,6}") && Integer.parseInt(text) >= least && Integer.parseInt(text) <= most;
    }

    /** @param page where a person sets them */
    synchronized void describe(MutableAttributeGroup group, java.net.URI page) {
        group.put(Types.printerMoreInfo, page);
        values.keySet().forEach(attribute -> put(group, attribute));
        if (fromOutside) {
            group.put(Types.printerSettableAttributesSupported, ALL);
        }
    }

    private void put(MutableAttributeGroup group, String attribute) {
        String value = values.get(attribute);
        switch (attribute) {
            case NAME -> {
                group.put(Types.printerName, value);
                group.put(Types.printerInfo, value);
            }
            case LOCATION -> group.put(Types.printerLocation, value);
            case CONTACT -> {
                PrinterContactCol contact = new PrinterContactCol();
                contact.setContactName(value);
                group.put(Types.printerContactCol, contact);
            }
            case LANGUAGE -> group.put(Types.naturalLanguageConfigured, value);
            case "sleep-minutes" -> group.put(SLEEP_MINUTES, Integer.valueOf(value));
            case "time-server" -> group.put(TIME_SERVER, value);
            case "sign-out-seconds" -> group.put(SIGN_OUT_SECONDS, Integer.valueOf(value));
            case "scan-mode" -> group.put(SCAN_MODE, value);
            default -> throw new IllegalStateException(attribute);
        }
    }

    /** Set-Printer-Attributes (RFC 3380, section 4.1): all of them, or none and which could not be. */
    synchronized IppPacket.Builder change(IppPacket request) {
        AttributeGroup wanted = request.get(Tag.printerAttributes);
        if (!fromOutside) {
            return IppRules.response(request, Status.serverErrorOperationNotSupported);
        }
        if (wanted == null || wanted.isEmpty()) {
            return IppRules.response(request, Status.clientErrorBadRequest);
        }
        Map<String, String> changes = new LinkedHashMap<>();
        List<Attribute<?>> notSettable = new ArrayList<>();
        List<Attribute<?>> wrong = new ArrayList<>();
        for (Attribute<?> attribute : wanted) {
            String name = attribute.getName();
            if (!ALL.contains(name)) {
                notSettable.add(new EmptyAttribute<>(name, Tag.notSettable));
                continue;
            }
            Optional<String> value = valueOf(wanted, name).filter(one -> fits(name, one));
            value.ifPresentOrElse(one -> changes.put(name, one), () -> wrong.add(attribute));
        }
        List<Attribute<?>> refused =
                Stream.of(notSettable, wrong).flatMap(List::stream).toList();
        if (!refused.isEmpty()) {
            IppPacket.Builder answer = IppRules.response(
                    request,
                    notSettable.isEmpty()
                            ? Status.clientErrorAttributesOrValuesNotSupported
                            : Status.clientErrorAttributesNotSettable);
            answer.getUnsupportedAttributes().putAll(refused);
            return answer;
        }
        if (!keepsItsOwn) {
            values.putAll(changes);
        }
        return IppRules.response(request, Status.successfulOk);
    }

    private static Optional<String> valueOf(AttributeGroup group, String attribute) {
        return Optional.ofNullable(
                switch (attribute) {
                    case NAME -> group.getString(Types.printerName);
                    case LOCATION -> group.getString(Types.printerLocation);
                    case CONTACT ->
                        group.getValue(Types.printerContactCol) == null
                                ? null
                                : group.getValue(Types.printerContactCol).getContactName();
                    case LANGUAGE -> group.getString(Types.naturalLanguageConfigured);
                    case "sleep-minutes" -> number(group, SLEEP_MINUTES);
                    case "time-server" -> group.getString(TIME_SERVER);
                    case "sign-out-seconds" -> number(group, SIGN_OUT_SECONDS);
                    case "scan-mode" -> group.getString(SCAN_MODE);
                    default -> null;
                });
    }

    private static String number(AttributeGroup group, IntType type) {
        Integer value = group.getValue(type);
        return value == null ? null : value.toString();
    }

    /** Get-Printer-Supported-Values (RFC 3380, section 4.3): which values can be set. */
    IppPacket.Builder supported(IppPacket request) {
        if (!fromOutside) {
            return IppRules.response(request, Status.serverErrorOperationNotSupported);
        }
        MutableAttributeGroup group = new MutableAttributeGroup(Tag.printerAttributes);
        group.put(
                new com.hp.jipp.encoding.StringType.Set(Tag.naturalLanguage, LANGUAGE),
                LANGUAGES.stream().sorted().toList());
        group.put(
                new com.hp.jipp.encoding.IntOrIntRangeType(SLEEP_MINUTES.getName()),
                new com.hp.jipp.encoding.IntOrIntRange(1, 240));
        group.put(
                new com.hp.jipp.encoding.IntOrIntRangeType(SIGN_OUT_SECONDS.getName()),
                new com.hp.jipp.encoding.IntOrIntRange(15, 600));
        group.put(SCAN_MODE, LOCAL_ONLY);
        Stream.of(NAME, LOCATION, CONTACT, TIME_SERVER.getName())
                .forEach(name -> group.put(new EmptyAttribute<>(name, Tag.adminDefine)));
        return IppRules.described(request, group);
    }

    /** Its own page, where somebody sets them by hand. */
    void page(HttpExchange exchange) throws IOException {
        try (exchange) {
            if ("POST".equals(exchange.getRequestMethod())) {
                String form = new String(exchange.getRequestBody().readNBytes(10_000), StandardCharsets.UTF_8);
                for (String part : form.split("&")) {
                    String[] pair = part.split("=", 2);
                    set(
                            pair[0],
                            pair.length < 2
                                    ? ""
                                    : URLDecoder.decode(pair[1], StandardCharsets.UTF_8)
                                            .strip());
                }
            }
            byte[] body = html().getBytes(StandardCharsets.UTF_8);
            exchange.getResponseHeaders().set("Content-Type", "text/html; charset=utf-8");
            exchange.sendResponseHeaders(200, body.length);
            exchange.getResponseBody().write(body);
        }
    }

    private synchronized String html() {
        StringBuilder html = new StringBuilder("<!doctype html><html lang=\"en\"><meta charset=\"utf-8\"><title>"
                + escaped(values.get(NAME)) + "</title><h1>Settings of this device</h1><form method=\"post\">");
        values.forEach((name, value) -> html.append("<p><label>" + name + " <input name=\"" + name + "\" value=\""
                + escaped(value) + "\" size=\"40\"></label></p>"));
        return html + "<button>Set</button></form></html>";
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace("\"", "&quot;");
    }
}
