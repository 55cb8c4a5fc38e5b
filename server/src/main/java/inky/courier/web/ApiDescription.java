package inky.courier.web;

import inky.courier.core.message.Message;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import jakarta.annotation.Nullable;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.customizers.PropertyCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The OpenAPI description: every property is required unless its component is {@link Nullable}. */
@Configuration
class ApiDescription {
    private static final String OPTIONAL = "x-optional";

    private final Set<String> clashes = ConcurrentHashMap.newKeySet();

    static {
        // Said in words, see MessageWords.
        SpringDocUtils.getConfig().replaceWithClass(Message.class, String.class);
    }

    @Bean
    OpenAPI info() {
        return new OpenAPI().info(new Info().title("Inky Courier").version("1"));
    }

    @Bean
    PropertyCustomizer markOptional() {
        return (property, type) -> {
            boolean optional = type.getCtxAnnotations() != null
                    && Arrays.stream(type.getCtxAnnotations()).anyMatch(Nullable.class::isInstance);
            if (optional) {
                property.addExtension(OPTIONAL, true);
            }
            return property;
        };
    }

    /** Two records of one simple name would become one description, which is right for one of them. */
    @Bean
    ModelConverter nameEachRecordOnce() {
        Map<String, Class<?>> known = new ConcurrentHashMap<>();
        return (type, context, others) -> {
            Class<?> described = Json.mapper().constructType(type.getType()).getRawClass();
            if (described.isRecord()) {
                Class<?> first = known.putIfAbsent(described.getSimpleName(), described);
                if (first != null && first != described) {
                    // Thrown here it would be swallowed, and what answers so would be described as nothing.
                    clashes.add(first + " and " + described + " need different names.");
                }
            }
            return others.hasNext() ? others.next().resolve(type, context, others) : null;
        };
    }

    @Bean
    OpenApiCustomizer requireTheRest() {
        return api -> {
            if (!clashes.isEmpty()) {
                throw new IllegalStateException(String.join(" ", clashes));
            }
            if (api.getServers() != null) {
                api.setServers(null);
            }
            api.getComponents().getSchemas().values().forEach(ApiDescription::require);
        };
    }

    @SuppressWarnings({"rawtypes", "unchecked"})
    private static void require(Schema schema) {
        Map<String, Schema> properties = schema.getProperties();
        if (properties == null) {
            return;
        }
        List<String> required = new ArrayList<>();
        properties.forEach((name, property) -> {
            if (property.getExtensions() != null && property.getExtensions().remove(OPTIONAL) != null) {
                if (property.getExtensions().isEmpty()) {
                    property.setExtensions(null);
                }
                return;
            }
            required.add(name);
        });
        schema.setRequired(required);
    }
}
