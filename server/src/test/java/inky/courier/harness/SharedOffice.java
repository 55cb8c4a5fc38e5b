package inky.courier.harness;

import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;

/** Gives tests one office for the whole run; each test leaves it working. */
public final class SharedOffice implements ParameterResolver {
    private record Holder(Courier courier, Office office)
            implements ExtensionContext.Store.CloseableResource, AutoCloseable {
        @Override
        public void close() {
            office.close();
            courier.close();
        }
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext context) {
        return parameter.getParameter().getType() == Office.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext context) {
        Office office = context.getRoot()
                .getStore(ExtensionContext.Namespace.GLOBAL)
                .getOrComputeIfAbsent("office", key -> open(), Holder.class)
                .office;
        office.post.behave();
        office.post.password(Office.PASSWORD);
        office.device.misbehave(3, java.util.List.of());
        return office;
    }

    private static Holder open() {
        try {
            Courier courier = Courier.start();
            return new Holder(courier, Office.ready(courier));
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }
}
