package inky.courier.web;

import inky.courier.core.message.Message;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.i18n.LocaleContextHolder;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.ser.std.StdSerializer;

/** What an answer holds as a {@link Message} leaves as words, in the language that was asked for ({@code Accept-Language}). */
@Configuration
class MessageWords {
    @Bean
    JsonMapperBuilderCustomizer sayThem() {
        return builder -> builder.addModule(new SimpleModule("messages").addSerializer(Message.class, new InWords()));
    }

    private static final class InWords extends StdSerializer<Message> {
        InWords() {
            super(Message.class);
        }

        @Override
        public void serialize(Message message, JsonGenerator out, SerializationContext context) {
            out.writeString(message.in(LocaleContextHolder.getLocale()));
        }
    }
}
