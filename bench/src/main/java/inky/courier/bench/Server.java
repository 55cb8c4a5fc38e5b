package inky.courier.bench;

import inky.courier.standins.FreePort;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryPoolMXBean;
import java.lang.management.MemoryType;
import java.lang.management.MemoryUsage;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import javax.management.MBeanServerConnection;
import javax.management.ObjectName;
import javax.management.openmbean.CompositeData;
import javax.management.remote.JMXConnector;
import javax.management.remote.JMXConnectorFactory;
import javax.management.remote.JMXServiceURL;

/** The application as it is shipped, watched over JMX. */
final class Server implements AutoCloseable {
    static final String CODE = "bench";

    private final Path application;
    private final Path key;
    private final Process process;
    private final int port;
    private final int jmxPort;
    private final Duration startUp;

    /** @param application the unpacked application, as bin/demo makes it */
    Server(Path application) throws IOException, InterruptedException {
        this(application, Files.createTempDirectory("bench").resolve("key"));
    }

    /** On a database that is there already, with its key. */
    static Server with(Path application, Path key) throws IOException, InterruptedException {
        return new Server(application, key);
    }

    /** One more instance on the same database. */
    Server another() throws IOException, InterruptedException {
        return new Server(application, key);
    }

    private Server(Path application, Path key) throws IOException, InterruptedException {
        this.application = application;
        this.key = key;
        port = FreePort.at("127.0.0.1");
        jmxPort = FreePort.at("127.0.0.1");
        Instant begin = Instant.now();
        process = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-Xmx512m",
                        "-XX:+UseG1GC",
                        "-XX:SharedArchiveFile=" + application.resolveSibling("classes.jsa"),
                        "-Djava.awt.headless=true",
                        "-Dcom.sun.management.jmxremote.port=" + jmxPort,
                        "-Dcom.sun.management.jmxremote.rmi.port=" + jmxPort,
                        "-Dcom.sun.management.jmxremote.host=127.0.0.1",
                        "-Djava.rmi.server.hostname=127.0.0.1",
                        "-Dcom.sun.management.jmxremote.authenticate=false",
                        "-Dcom.sun.management.jmxremote.ssl=false",
                        "-jar",
                        application.toString(),
                        "--server.port=" + port,
                        "--courier.setup-code=" + CODE,
                        "--courier.key-file=" + key)
                .redirectErrorStream(true)
                .redirectOutput(Path.of(System.getProperty("java.io.tmpdir"), "courier-bench-" + port + ".log")
                        .toFile())
                .start();
        // Whoever breaks a measurement off would leave it running beside the next.
        Runtime.getRuntime().addShutdownHook(new Thread(process::destroy));
        while (!ready()) {
            if (!process.isAlive()) {
                throw new IOException("the application ended; its log is courier-bench-" + port
                        + ".log in the folder for temporary files");
            }
            Thread.sleep(20);
        }
        startUp = Duration.between(begin, Instant.now());
    }

    Duration startUp() {
        return startUp;
    }

    URI uri() {
        return URI.create("http://127.0.0.1:" + port);
    }

    void forgetPeaks() throws Exception {
        try (JMXConnector jmx = connect()) {
            MBeanServerConnection beans = jmx.getMBeanServerConnection();
            for (ObjectName pool : heapPools(beans)) {
                beans.invoke(pool, "resetPeakUsage", null, null);
            }
        }
    }

    /** The sum of the peaks of all heap pools: not less than the heap ever was. */
    double peakHeapMegabytes() throws Exception {
        try (JMXConnector jmx = connect()) {
            MBeanServerConnection beans = jmx.getMBeanServerConnection();
            long bytes = 0;
            for (ObjectName pool : heapPools(beans)) {
                bytes += MemoryUsage.from((CompositeData) beans.getAttribute(pool, "PeakUsage"))
                        .getUsed();
            }
            return bytes / 1048576.0;
        }
    }

    /** Processor time that it has used since its start. */
    Duration processorTime() throws Exception {
        try (JMXConnector jmx = connect()) {
            return Duration.ofNanos((Long) jmx.getMBeanServerConnection()
                    .getAttribute(new ObjectName(ManagementFactory.OPERATING_SYSTEM_MXBEAN_NAME), "ProcessCpuTime"));
        }
    }

    @Override
    public void close() {
        process.destroy();
    }

    private static List<ObjectName> heapPools(MBeanServerConnection beans) throws Exception {
        return beans.queryNames(new ObjectName(ManagementFactory.MEMORY_POOL_MXBEAN_DOMAIN_TYPE + ",*"), null).stream()
                .filter(name -> isHeap(beans, name))
                .toList();
    }

    private static boolean isHeap(MBeanServerConnection beans, ObjectName name) {
        try {
            MemoryPoolMXBean pool =
                    ManagementFactory.newPlatformMXBeanProxy(beans, name.getCanonicalName(), MemoryPoolMXBean.class);
            return pool.getType() == MemoryType.HEAP;
        } catch (IOException e) {
            return false;
        }
    }

    private JMXConnector connect() throws IOException {
        return JMXConnectorFactory.connect(
                new JMXServiceURL("service:jmx:rmi:///jndi/rmi://127.0.0.1:" + jmxPort + "/jmxrmi"));
    }

    private boolean ready() {
        try {
            var connection = (java.net.HttpURLConnection)
                    uri().resolve("/actuator/health/readiness").toURL().openConnection();
            return connection.getResponseCode() == 200;
        } catch (IOException e) {
            return false;
        }
    }
}
