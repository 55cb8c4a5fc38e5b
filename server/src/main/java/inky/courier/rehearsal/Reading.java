package inky.courier.rehearsal;

import inky.courier.core.reading.Tesseract;
import inky.courier.core.reading.TextReader;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration(proxyBeanMethods = false)
class Reading {
    @Bean
    TextReader textReader() {
        return new Tesseract();
    }
}
