package inky.courier.harness;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.concurrent.atomic.AtomicInteger;
import javax.sql.DataSource;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.context.support.GenericApplicationContext;
import org.springframework.jdbc.datasource.DelegatingDataSource;

/** Counts the statements that an application sends to its database to answer requests. */
public final class StatementCount {
    /** Threads that answer requests; what tasks ask at the same time does not count. */
    private static final String REQUESTS = "http-";

    private final AtomicInteger statements = new AtomicInteger();

    void into(GenericApplicationContext context) {
        context.getBeanFactory().addBeanPostProcessor(new BeanPostProcessor() {
            @Override
            public Object postProcessAfterInitialization(Object bean, String name) {
                return bean instanceof DataSource source ? counted(source) : bean;
            }
        });
    }

    /** How many are sent while something is done. */
    public int during(Runnable doing) {
        int before = statements.get();
        doing.run();
        return statements.get() - before;
    }

    private DataSource counted(DataSource source) {
        return new DelegatingDataSource(source) {
            @Override
            public Connection getConnection() throws SQLException {
                return counted(super.getConnection());
            }
        };
    }

    private Connection counted(Connection connection) {
        return (Connection) Proxy.newProxyInstance(
                Connection.class.getClassLoader(), new Class<?>[] {Connection.class}, (proxy, method, arguments) -> {
                    boolean asks = method.getName().equals("prepareStatement")
                            || method.getName().equals("createStatement");
                    if (asks && Thread.currentThread().getName().startsWith(REQUESTS)) {
                        statements.incrementAndGet();
                    }
                    try {
                        return method.invoke(connection, arguments);
                    } catch (InvocationTargetException e) {
                        throw e.getCause();
                    }
                });
    }
}
