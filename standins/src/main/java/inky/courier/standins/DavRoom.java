package inky.courier.standins;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Map;
import org.apache.catalina.Context;
import org.apache.catalina.LifecycleException;
import org.apache.catalina.Wrapper;
import org.apache.catalina.connector.Connector;
import org.apache.catalina.servlets.WebdavServlet;
import org.apache.catalina.startup.Tomcat;
import org.apache.catalina.webresources.StandardRoot;

/** What a device stores, handed out by WebDAV (RFC 4918): a shelf, and a stick that can be pulled out. */
final class DavRoom implements AutoCloseable {
    static final String STICK = "usb";
    private static final String SHELF = "shelf";

    private final Tomcat tomcat = new Tomcat();
    private final Path files;
    private final String address;

    private DavRoom(String address, Path folder) throws IOException {
        this.address = address;
        this.files = Files.createDirectories(folder.resolve("storage"));
        if (!Files.exists(pocket())) {
            Files.createDirectories(files.resolve(STICK));
        }
        Files.createDirectories(files.resolve(SHELF));
        tomcat.setBaseDir(folder.resolve("tomcat").toString());
        Connector connector = new Connector();
        connector.setPort(0);
        connector.setProperty("address", address);
        connector.setProperty("maxThreads", "6");
        connector.setProperty("minSpareThreads", "1");
        tomcat.setConnector(connector);
        serve(tomcat.addContext("", files.toString()), "/*");
        try {
            tomcat.start();
        } catch (LifecycleException e) {
            throw new IOException(e);
        }
    }

    static DavRoom open(String address, Path folder) throws IOException {
        return new DavRoom(address, folder);
    }

    /** Tomcat's servlet, with its writing switched on. */
    static void serve(Context context, String at) {
        Wrapper wrapper = Tomcat.addServlet(context, "dav", new Renaming(Path.of(context.getDocBase())));
        Map.of("readonly", "false", "listings", "true", "allowSpecialPaths", "true")
                .forEach(wrapper::addInitParameter);
        wrapper.setLoadOnStartup(1);
        context.addServletMappingDecoded(at, "dav");
        // What is renamed beside it must be seen at once.
        StandardRoot files = new StandardRoot(context);
        files.setCachingAllowed(false);
        context.setResources(files);
    }

    /** Gives a file another name by renaming it, as servers do; Tomcat's own way is to copy it and remove the first. */
    private static final class Renaming extends WebdavServlet {
        private final transient Path root;

        Renaming(Path root) {
            this.root = root.toAbsolutePath().normalize();
        }

        @Override
        protected void doMove(HttpServletRequest request, HttpServletResponse response) throws IOException {
            String destination = request.getHeader("Destination");
            Path from = file(request.getPathInfo());
            Path to = destination == null ? null : file(below(request, destination));
            boolean simple =
                    from != null && to != null && Files.isRegularFile(from) && Files.isDirectory(to.getParent());
            if (!simple || Files.isDirectory(to)) {
                super.doMove(request, response);
                return;
            }
            boolean taken = Files.exists(to);
            if (taken && "F".equals(request.getHeader("Overwrite"))) {
                response.sendError(HttpServletResponse.SC_PRECONDITION_FAILED);
                return;
            }
            Files.move(from, to, StandardCopyOption.REPLACE_EXISTING);
            response.setStatus(taken ? HttpServletResponse.SC_NO_CONTENT : HttpServletResponse.SC_CREATED);
        }

        private static String below(HttpServletRequest request, String destination) {
            String path = URI.create(destination).getPath();
            String prefix = request.getContextPath() + request.getServletPath();
            return path.startsWith(prefix) ? path.substring(prefix.length()) : null;
        }

        private Path file(String path) {
            if (path == null) {
                return null;
            }
            Path file = root.resolve("." + path).normalize();
            return file.startsWith(root) ? file : null;
        }
    }

    String uri() {
        return "http://" + address + ":" + tomcat.getConnector().getLocalPort() + "/";
    }

    Path files() {
        return files;
    }

    /** Pulls the stick out, or puts the same one in again. */
    void stick(boolean in) throws IOException {
        Path inside = files.resolve(STICK);
        Path from = in ? pocket() : inside;
        if (Files.exists(from)) {
            Files.move(from, in ? inside : pocket(), StandardCopyOption.REPLACE_EXISTING);
        }
    }

    /** Where the stick lies while it is not in the device, also when the device is started anew meanwhile. */
    private Path pocket() {
        return files.resolveSibling("stick in a pocket");
    }

    boolean hasStick() {
        return Files.exists(files.resolve(STICK));
    }

    @Override
    public void close() {
        try {
            tomcat.stop();
            tomcat.destroy();
        } catch (LifecycleException e) {
            throw new IllegalStateException(e);
        }
    }
}
