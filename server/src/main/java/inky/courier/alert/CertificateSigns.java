package inky.courier.alert;

import inky.courier.connection.ProbeReport;
import inky.courier.core.alert.AlertRule;
import inky.courier.core.alert.AlertSettings;
import inky.courier.core.alert.Sign;
import inky.courier.core.alert.Sign.Concern;
import inky.courier.core.message.Message;
import inky.courier.destination.DestinationService;
import inky.courier.device.DeviceService;
import inky.courier.mail.MailServers;
import java.security.KeyStore;
import java.security.KeyStoreException;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.boot.ssl.NoSuchSslBundleException;
import org.springframework.boot.ssl.SslBundles;
import org.springframework.stereotype.Component;

/** Certificates that end: of servers and folders as their last probe found them, of devices as they showed them last, and Courier's own. */
@Component
class CertificateSigns implements SignSource {
    private static final Logger LOG = LoggerFactory.getLogger(CertificateSigns.class);
    private static final String OWN = "courier";

    private final MailServers servers;
    private final DestinationService destinations;
    private final DeviceService devices;
    private final ObjectProvider<SslBundles> bundles;

    CertificateSigns(
            MailServers servers,
            DestinationService destinations,
            DeviceService devices,
            ObjectProvider<SslBundles> bundles) {
        this.devices = devices;
        this.servers = servers;
        this.destinations = destinations;
        this.bundles = bundles;
    }

    @Override
    public List<Sign> signs(AlertSettings settings, ZonedDateTime now) {
        Instant soon = now.plusDays(settings.of(AlertRule.CERTIFICATE_ENDS, "").amount())
                .toInstant();
        List<Sign> signs = new ArrayList<>();
        servers.list()
                .forEach(server -> end(server.lastProbe())
                        .filter(end -> end.isBefore(soon))
                        .ifPresent(end -> signs.add(sign(
                                new Concern("mail-servers", server.id().toString(), server.name()),
                                end,
                                now,
                                "alert.certificate.remedy"))));
        destinations
                .list()
                .forEach(destination -> end(destination.lastProbe())
                        .filter(end -> end.isBefore(soon))
                        .ifPresent(end -> signs.add(sign(
                                new Concern("destinations", destination.id().toString(), destination.name()),
                                end,
                                now,
                                "alert.certificate.remedy"))));
        devices.list()
                .forEach(device -> Optional.ofNullable(device.certificateEnds())
                        .filter(end -> end.isBefore(soon))
                        .ifPresent(end -> signs.add(sign(
                                new Concern("fleet", device.id().toString(), device.name()),
                                end,
                                now,
                                "alert.certificate.remedy"))));
        ownEnd().filter(end -> end.isBefore(soon))
                .ifPresent(end -> signs.add(
                        sign(new Concern("", OWN, "Inky Courier"), end, now, "alert.certificate.own.remedy")));
        return signs;
    }

    private static Optional<Instant> end(ProbeReport probe) {
        return Optional.ofNullable(probe).map(ProbeReport::certificate).map(ProbeReport.Certificate::until);
    }

    private static Sign sign(Concern of, Instant end, ZonedDateTime now, String remedy) {
        long days = ChronoUnit.DAYS.between(now.toInstant(), end);
        return new Sign(
                AlertRule.CERTIFICATE_ENDS,
                of.id(),
                "",
                Message.of("alert.certificate").with("name", of.name()).with("days", Math.max(0, days)),
                Message.of(remedy),
                Optional.empty(),
                List.of(of));
    }

    /** Where Courier has one of its own, and no proxy that has. */
    private Optional<Instant> ownEnd() {
        try {
            SslBundles all = bundles.getIfAvailable();
            if (all == null) {
                return Optional.empty();
            }
            KeyStore store = all.getBundle(OWN).getStores().getKeyStore();
            for (String alias : store == null ? List.<String>of() : Collections.list(store.aliases())) {
                if (store.getCertificate(alias) instanceof X509Certificate certificate) {
                    return Optional.of(certificate.getNotAfter().toInstant());
                }
            }
        } catch (NoSuchSslBundleException e) {
            return Optional.empty();
        } catch (KeyStoreException e) {
            LOG.warn("the own certificate cannot be read: {}", e.getMessage());
        }
        return Optional.empty();
    }
}
