package inky.courier.web;

import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.boot.EnvironmentPostProcessor;
import org.springframework.boot.SpringApplication;
import org.springframework.core.env.ConfigurableEnvironment;
import org.springframework.core.env.MapPropertySource;

/**
 * HTTPS of Courier's own, for offices without a proxy: a certificate and its key in PEM files (RFC 7468). Both are read again
 * when they change, so that a renewed certificate needs no restart.
 */
public final class TlsCertificate implements EnvironmentPostProcessor {
    static final String NAME = "courier";

    private static final String BUNDLE = "spring.ssl.bundle.pem." + NAME + ".";

    @Override
    public void postProcessEnvironment(ConfigurableEnvironment environment, SpringApplication application) {
        String certificate = environment.getProperty("courier.tls-certificate", "");
        String key = environment.getProperty("courier.tls-key", "");
        if (certificate.isBlank() != key.isBlank()) {
            throw new IllegalStateException(
                    "COURIER_TLS_CERTIFICATE and COURIER_TLS_KEY belong together; only one of them is set");
        }
        if (certificate.isBlank()) {
            return;
        }
        Map<String, Object> settings = new LinkedHashMap<>();
        settings.put(BUNDLE + "keystore.certificate", certificate);
        settings.put(BUNDLE + "keystore.private-key", key);
        settings.put(BUNDLE + "reload-on-update", "true");
        settings.put("server.ssl.bundle", NAME);
        settings.put("server.ssl.enabled-protocols", "TLSv1.3,TLSv1.2");
        settings.put("spring.ssl.bundle.watch.file.quiet-period", "1s");
        environment.getPropertySources().addLast(new MapPropertySource("courier's own certificate", settings));
    }
}
