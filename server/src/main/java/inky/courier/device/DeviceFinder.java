package inky.courier.device;

import inky.courier.connection.ProbeReport;
import inky.courier.core.Invalid;
import java.time.Duration;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Finds out how the device at an address is reached. */
@Component
class DeviceFinder {
    /** Somebody stands before the form; what answers at all answers sooner. */
    private static final Duration LONGEST = Duration.ofSeconds(30);

    private final DeviceLinks links;
    private final DeviceHttp http;
    private final int usualPort;

    DeviceFinder(DeviceLinks links, DeviceHttp http, @Value("${courier.device-port}") int usualPort) {
        this.links = links;
        this.http = http;
        this.usualPort = usualPort;
    }

    /**
     * @param certificate that it shows; empty where the line is open
     * @param report empty for one whose certificate has to be looked at first
     * @param trouble why there is no report
     */
    record Found(
            DeviceAddress address,
            Optional<ProbeReport.Certificate> certificate,
            Optional<DeviceStatus.Report> report,
            Optional<DeviceTrouble> trouble) {
        /** @throws Invalid where somebody has to look at the certificate */
        DeviceStatus.Report trusted() {
            trouble.ifPresent(why -> {
                throw invalid(why);
            });
            return report.orElseThrow();
        }
    }

    /** @throws Invalid when there is no device, with what comes nearest to one */
    Found find(DeviceAddress.Wanted wanted) {
        Optional<DeviceTrouble> nearest = Optional.empty();
        Set<Integer> silent = new HashSet<>();
        long end = System.nanoTime() + LONGEST.toNanos();
        for (DeviceAddress candidate : DeviceAddress.candidates(wanted, usualPort)) {
            if (silent.contains(candidate.port()) || nearest.isPresent() && System.nanoTime() > end) {
                continue;
            }
            try {
                DeviceStatus.Report report = links.status(candidate).look(candidate);
                return new Found(candidate, http.certificate(candidate), Optional.of(report), Optional.empty());
            } catch (DeviceTrouble trouble) {
                if (trouble.isOfCertificate()) {
                    return new Found(candidate, http.certificate(candidate), Optional.empty(), Optional.of(trouble));
                }
                if (trouble.neverReached()) {
                    silent.add(candidate.port());
                }
                nearest = nearest.filter(other -> rank(other) <= rank(trouble)).or(() -> Optional.of(trouble));
            }
        }
        throw invalid(told(nearest.orElseThrow(), wanted));
    }

    /** What says most of the device first: that it wants somebody signed in, that something else answers, that nothing does. */
    private static int rank(DeviceTrouble trouble) {
        if (trouble.code().startsWith("device.sign-in")) {
            return 0;
        }
        return trouble.neverReached() ? 2 : 1;
    }

    /** Where every protocol was tried, it is not one that is missing. */
    private static DeviceTrouble told(DeviceTrouble trouble, DeviceAddress.Wanted wanted) {
        return wanted.protocol().isEmpty() && trouble.code().equals(IppClient.NOT_IPP)
                ? DeviceTrouble.of("device.no-protocol")
                : trouble;
    }

    private static Invalid invalid(DeviceTrouble trouble) {
        String field = trouble.isOfCertificate()
                ? "fingerprint"
                : trouble.code().startsWith("device.sign-in") ? "account" : "address";
        return new Invalid(trouble.code(), field, trouble.sentence(), trouble.remedy());
    }

    String shown(String host, int port) {
        return port == usualPort ? host : host + ":" + port;
    }
}
