package inky.courier.device;

import inky.courier.core.fleet.AnnouncedDevice;
import inky.courier.core.fleet.AnnouncedDevice.Service;
import java.io.IOException;
import java.net.Inet4Address;
import java.net.InetAddress;
import java.net.NetworkInterface;
import java.net.SocketException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import javax.jmdns.JmDNS;
import javax.jmdns.ServiceInfo;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Listens to what devices announce of themselves: DNS-SD (RFC 6763) over multicast DNS (RFC 6762), on every network of this machine. */
@Component
class NetworkAnnouncements {
    private static final Logger LOG = LoggerFactory.getLogger(NetworkAnnouncements.class);

    /** Devices answer within a second; some are asleep, and are asked twice. */
    private static final int LISTENS_MILLIS = 4_000;

    /** Of one type; who announces more on a network has no scanners in mind. */
    private static final int MOST = 2_000;

    private static final String DOMAIN = ".local.";

    /** Takes some seconds, however many there are. */
    List<AnnouncedDevice> listen() {
        Collection<Service> heard = new ConcurrentLinkedQueue<>();
        List<Runnable> all = new ArrayList<>();
        for (InetAddress here : addresses()) {
            all.add(() -> listen(here, heard));
        }
        atOnce(all);
        return AnnouncedDevice.of(heard);
    }

    private static void listen(InetAddress here, Collection<Service> heard) {
        JmDNS network;
        try {
            network = JmDNS.create(here);
        } catch (IOException e) {
            LOG.info("what is announced on {} cannot be heard: {}", here, e.getMessage());
            return;
        }
        atOnce(AnnouncedDevice.TYPES.stream()
                .map(type -> (Runnable) () -> {
                    Stream.of(network.list(type + DOMAIN, LISTENS_MILLIS))
                            .limit(MOST)
                            .forEach(info -> heard.addAll(services(type, info)));
                })
                .toList());
        Thread end = new Thread(() -> close(network), "end of listening");
        end.setDaemon(true);
        end.start();
    }

    /** Says good-bye to the network first, which takes some seconds that nobody waits for. */
    private static void close(JmDNS network) {
        try {
            network.close();
        } catch (IOException e) {
            LOG.debug("listening ends: {}", e.getMessage());
        }
    }

    private static List<Service> services(String type, ServiceInfo info) {
        Map<String, String> text = new HashMap<>();
        for (String key : Collections.list(info.getPropertyNames())) {
            String value = info.getPropertyString(key);
            if (value != null) {
                text.put(key, value);
            }
        }
        List<Service> services = new ArrayList<>();
        for (Inet4Address address : info.getInet4Addresses()) {
            services.add(new Service(type, info.getName(), address.getHostAddress(), info.getPort(), text));
        }
        return services;
    }

    /** One of each network: the loopback too, for scanners that a program on this machine shares. */
    private static List<InetAddress> addresses() {
        List<InetAddress> found = new ArrayList<>();
        try {
            for (NetworkInterface network : Collections.list(NetworkInterface.getNetworkInterfaces())) {
                if (network.isUp() && (network.supportsMulticast() || network.isLoopback())) {
                    Collections.list(network.getInetAddresses()).stream()
                            .filter(Inet4Address.class::isInstance)
                            .findFirst()
                            .ifPresent(found::add);
                }
            }
        } catch (SocketException e) {
            LOG.warn("the networks of this machine cannot be listed: {}", e.getMessage());
        }
        return found;
    }

    /** What one network or one type has against it keeps nothing from the others. */
    private static void await(Future<?> one) throws InterruptedException {
        try {
            one.get();
        } catch (ExecutionException e) {
            LOG.warn("listening for devices", e.getCause());
        }
    }

    private static void atOnce(List<Runnable> all) {
        if (all.isEmpty()) {
            return;
        }
        ExecutorService threads = Executors.newFixedThreadPool(all.size(), task -> {
            Thread thread = new Thread(task, "listening for devices");
            thread.setDaemon(true);
            return thread;
        });
        try {
            for (Future<?> one : all.stream().map(threads::submit).toList()) {
                await(one);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } finally {
            threads.shutdownNow();
        }
    }
}
