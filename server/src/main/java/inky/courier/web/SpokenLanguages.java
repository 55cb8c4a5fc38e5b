package inky.courier.web;

import inky.courier.core.message.Languages;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.LocaleResolver;
import org.springframework.web.servlet.i18n.AcceptHeaderLocaleResolver;

/** Answers in the first language of {@code Accept-Language} (RFC 9110 section 12.5.4) that Courier speaks. */
@Configuration
class SpokenLanguages {
    @Bean
    LocaleResolver localeResolver() {
        AcceptHeaderLocaleResolver resolver = new AcceptHeaderLocaleResolver();
        resolver.setSupportedLocales(Languages.ALL);
        resolver.setDefaultLocale(Languages.FIRST);
        return resolver;
    }

    /** However many languages a browser lists: the length of the whole head is bounded already. */
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> asManyLanguagesAsThereAre() {
        return server -> server.addConnectorCustomizers(connector -> connector.setMaxLocaleCount(-1));
    }
}
