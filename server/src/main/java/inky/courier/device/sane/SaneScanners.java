package inky.courier.device.sane;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.media.MediaSize;
import inky.courier.core.message.Message;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.profile.Sides;
import inky.courier.device.DeviceAddress;
import inky.courier.device.DeviceHttp;
import inky.courier.device.DeviceTrouble;
import inky.courier.device.sane.SaneLine.Refused;
import java.io.IOException;
import java.net.ConnectException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.NoRouteToHostException;
import java.net.SocketTimeoutException;
import java.net.UnknownHostException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What is common to asking a scanner and scanning with it: how its options are understood, and what its refusals mean. */
final class SaneScanners {
    /** How much of a size may be missing on the glass, in millimetres. */
    private static final double TOLERANCE = 1.5;

    private SaneScanners() {}

    static SaneLine line(DeviceAddress device, Duration patience) throws DeviceTrouble {
        return with(() ->
                SaneLine.open(new InetSocketAddress(InetAddress.getByName(device.host()), device.port()), patience));
    }

    /** The scanner of a computer: the first that it lends. @throws DeviceTrouble when it lends none */
    static SaneLine.Scanner scanner(SaneLine line) throws DeviceTrouble {
        return with(line::scanners).stream().findFirst().orElseThrow(() -> DeviceTrouble.of("device.no-scanner"));
    }

    /** Something said over the line. */
    interface Saying<T> {
        T say() throws IOException;
    }

    /** @throws DeviceTrouble for what goes wrong, with words */
    static <T> T with(Saying<T> saying) throws DeviceTrouble {
        try {
            return saying.say();
        } catch (Refused e) {
            throw told(e);
        } catch (ConnectException | NoRouteToHostException | UnknownHostException e) {
            throw DeviceTrouble.of(DeviceTrouble.UNREACHABLE);
        } catch (SocketTimeoutException e) {
            throw DeviceTrouble.of("device.line");
        } catch (IOException | RuntimeException e) {
            throw DeviceTrouble.of("device.not-sane");
        }
    }

    private static DeviceTrouble told(Refused refused) {
        return switch (refused.status()) {
            case Refused.BUSY -> DeviceTrouble.of("device.busy");
            case Refused.INVALID -> DeviceTrouble.of("device.cannot");
            case Refused.NO_DOCUMENTS -> DeviceTrouble.of("device.no-paper");
            case Refused.JAMMED -> stopped("input-media-jam");
            case Refused.COVER_OPEN -> stopped("cover-open");
            case Refused.DENIED -> DeviceTrouble.of("device.sign-in-unknown");
            default ->
                new DeviceTrouble(
                        "device.refused",
                        Message.of("trouble.device.refused").with("reason", "SANE " + refused.status()),
                        Message.of("trouble.device.refused.remedy"));
        };
    }

    private static DeviceTrouble stopped(String reason) {
        return new DeviceTrouble(
                "device.stopped",
                DeviceCondition.of(5, List.of(reason), true).sentence(),
                Message.of("trouble.device.stopped.remedy"));
    }

    /** Options by their names, which the standard has for those that every scanner shares. */
    record Options(Map<String, SaneOption> byName) {
        static Options of(List<SaneOption> all) {
            return new Options(all.stream()
                    .filter(option -> !option.name().isEmpty())
                    .collect(java.util.stream.Collectors.toMap(SaneOption::name, option -> option, (a, b) -> a)));
        }

        Optional<SaneOption> named(String name) {
            return Optional.ofNullable(byName.get(name));
        }

        /** What its option for the source calls it; empty where it has no such source. Without that option there is a glass. */
        Optional<String> source(PaperSource source, Sides sides) {
            Optional<SaneOption> option = named("source");
            if (source == PaperSource.GLASS) {
                return option.map(some -> some.text("flatbed", "glass", "platen", "normal"))
                        .orElse(Optional.of(""));
            }
            return option.flatMap(some -> some.texts().stream()
                    .filter(text -> isFeeder(text) && isBothSides(text) == sides.both())
                    .findFirst());
        }

        private static boolean isFeeder(String text) {
            String small = text.toLowerCase(java.util.Locale.ROOT);
            return small.contains("adf") || small.contains("feeder") || small.contains("duplex");
        }

        private static boolean isBothSides(String text) {
            return text.toLowerCase(java.util.Locale.ROOT).contains("duplex");
        }

        Optional<String> mode(boolean colour) {
            Optional<SaneOption> mode = named("mode");
            return colour
                    ? mode.flatMap(some -> some.text("color", "colour"))
                    : mode.flatMap(some -> some.text("gray", "grey"));
        }

        boolean holds(MediaSize size) {
            return holds("br-x", size.width()) && holds("br-y", size.height());
        }

        private boolean holds(String edge, int hundredths) {
            return named(edge)
                    .filter(option -> option.largest() > 0)
                    .map(option -> option.largest() + TOLERANCE >= hundredths / 100.0)
                    .orElse(true);
        }

        DeviceAbilities abilities(SaneLine.Scanner scanner) {
            boolean bothSides = source(PaperSource.FEEDER, Sides.TWO_LONG_EDGE).isPresent();
            return DeviceAbilities.ofScanner(
                    (scanner.vendor() + " " + scanner.model()).strip(),
                    bothSides || source(PaperSource.FEEDER, Sides.ONE).isPresent(),
                    source(PaperSource.GLASS, Sides.ONE).isPresent(),
                    0,
                    mode(true).isPresent(),
                    bothSides,
                    named("resolution")
                            .map(option -> option.among(DeviceAbilities.usualResolutions()))
                            .orElse(List.of()),
                    this::holds);
        }
    }

    /** For a page as long as paper takes, for everything else a moment. */
    static Duration patience(boolean scans) {
        return scans ? DeviceHttp.PAGE : DeviceHttp.ANSWER;
    }
}
