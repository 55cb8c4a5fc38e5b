package inky.courier.web;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import jakarta.annotation.Nullable;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.databind.cfg.MapperConfig;
import tools.jackson.databind.introspect.Annotated;
import tools.jackson.databind.introspect.AnnotatedParameter;
import tools.jackson.databind.introspect.NopAnnotationIntrospector;
import tools.jackson.databind.module.SimpleModule;

/**
 * Holds requests to the description of the interface ({@link ApiDescription}): every component of a record must be there
 * unless it is {@link Nullable}, and a list has no gaps. Values of the core know themselves what they are without a part;
 * what was kept as JSON before is read by {@link Json} instead.
 */
@Configuration
class RequiredValues {
    @Bean
    JsonMapperBuilderCustomizer requireThem() {
        return builder -> builder.addModule(new SimpleModule("required-values") {
            @Override
            public void setupModule(SetupContext context) {
                super.setupModule(context);
                context.insertAnnotationIntrospector(new ByNullable());
            }
        });
    }

    private static final class ByNullable extends NopAnnotationIntrospector {
        @Override
        public JsonSetter.Value findSetterInfo(MapperConfig<?> config, Annotated a) {
            if (!(a instanceof AnnotatedParameter parameter) || !isForm(parameter.getDeclaringClass())) {
                return JsonSetter.Value.empty();
            }
            boolean lenient = a.hasAnnotation(Nullable.class) || isOfCore(parameter.getRawType());
            Nulls itself = lenient ? Nulls.DEFAULT : Nulls.FAIL;
            return JsonSetter.Value.construct(itself, Nulls.FAIL);
        }

        private static boolean isForm(Class<?> type) {
            return type.isRecord() && type.getPackageName().startsWith("inky.courier.") && !isOfCore(type);
        }

        private static boolean isOfCore(Class<?> type) {
            return type.isRecord() && type.getPackageName().startsWith("inky.courier.core.");
        }
    }
}
