package inky.courier.web;

import java.util.Arrays;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.catalina.valves.RemoteIpValve;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Behind a proxy that speaks HTTPS with browsers: what it says of the client's address and of HTTPS is believed, and of nobody
 * else.
 */
@Configuration
class TrustedProxy {
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> forwardedHeaders(
            @Value("${courier.trusted-proxy}") String proxies) {
        return server -> {
            if (proxies.isBlank()) {
                return;
            }
            RemoteIpValve valve = new RemoteIpValve();
            valve.setInternalProxies(Arrays.stream(proxies.split(","))
                    .map(String::strip)
                    .map(Pattern::quote)
                    .collect(Collectors.joining("|")));
            valve.setRemoteIpHeader("X-Forwarded-For");
            valve.setProtocolHeader("X-Forwarded-Proto");
            server.addEngineValves(valve);
        };
    }
}
