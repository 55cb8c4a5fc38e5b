package inky.courier.demo;

import inky.courier.core.access.Role;
import inky.courier.signin.SignIn;
import java.nio.file.Path;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Fills the database the first time and says when the demo can be used. */
@Component
@Profile("demo")
class Demo {
    private static final Logger LOG = LoggerFactory.getLogger(Demo.class);

    private final SignIn signIn;
    private final DemoSetUp setUp;
    private final DemoHistory history;
    private final DemoScans scans;
    private final Path worldFile;
    private final int mailPort;
    private final int filePort;
    private final int port;
    private final LargeOffice large;
    private final boolean makesLarge;
    private final int devicePort;

    Demo(
            SignIn signIn,
            DemoSetUp setUp,
            DemoHistory history,
            DemoScans scans,
            @Value("${courier.demo.world}") Path worldFile,
            @Value("${courier.demo.mail-port}") int mailPort,
            @Value("${courier.demo.file-port}") int filePort,
            LargeOffice large,
            @Value("${courier.demo.large:false}") boolean makesLarge,
            @Value("${courier.device-port}") int devicePort,
            @Value("${server.port}") int port) {
        this.large = large;
        this.makesLarge = makesLarge;
        this.devicePort = devicePort;
        this.signIn = signIn;
        this.setUp = setUp;
        this.history = history;
        this.scans = scans;
        this.worldFile = worldFile;
        this.mailPort = mailPort;
        this.filePort = filePort;
        this.port = port;
    }

    @EventListener(ApplicationReadyEvent.class)
    @Order(100)
    void fill() throws Exception {
        if (signIn.isFirstStart()) {
            World world = World.read(worldFile);
            DemoSetUp.Office office = setUp.build(world, mailPort, filePort, devicePort, "http://127.0.0.1:" + port);
            history.write(world, office);
            scans.run(office);
            if (makesLarge) {
                large.make(LargeOffice.Size.large(devicePort + 1));
            }
            // Last, since it marks the database as filled.
            World.Admin admin = world.administrator();
            signIn.make(admin.login(), admin.name(), admin.email(), admin.password(), Role.ADMINISTRATOR);
        }
        LOG.info("Demo is ready");
    }
}
