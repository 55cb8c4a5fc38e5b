package inky.courier.harness;

import static java.nio.file.StandardOpenOption.CREATE;
import static java.nio.file.StandardOpenOption.WRITE;

import java.io.File;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.jar.JarEntry;
import java.util.jar.JarOutputStream;
import java.util.stream.Stream;
import java.util.zip.CRC32;
import org.springframework.util.FileSystemUtils;

/**
 * The application as Java starts it fastest: its classes in a jar, and an archive of those that a start needs, made once
 * for these very classes, by whichever process of tests needs it first. Halves the time of a start; making it takes longer
 * than three of them.
 */
final class FastStart {
    private static List<String> options;

    private FastStart() {}

    /** Java's options for the class path; made at the first call. */
    static synchronized List<String> options() throws IOException {
        if (options == null) {
            Path all = Files.createDirectories(Path.of("target", "fast-start").toAbsolutePath());
            try (FileChannel others = FileChannel.open(all.resolve("lock"), CREATE, WRITE);
                    FileLock held = others.lock()) {
                options = options(all.resolve(digest()), held.isValid());
            }
        }
        return options;
    }

    /** @param alone whether no other process makes one */
    private static List<String> options(Path folder, boolean alone) throws IOException {
        Path archive = folder.resolve("classes.jsa");
        Path made = folder.resolve("class-path");
        if (alone && !Files.exists(made)) {
            removeOlder(folder);
            String classPath = jarsOnly(Files.createDirectories(folder));
            make(classPath, archive, folder);
            Files.writeString(made, classPath);
        }
        return List.of("-XX:SharedArchiveFile=" + archive, "-Xshare:auto", "-cp", Files.readString(made));
    }

    private static void removeOlder(Path folder) throws IOException {
        try (Stream<Path> all = Files.list(folder.getParent())) {
            for (Path one : all.filter(Files::isDirectory).toList()) {
                FileSystemUtils.deleteRecursively(one);
            }
        }
    }

    /** Of all that is on the class path: other classes are another archive. */
    private static String digest() throws IOException {
        CRC32 sum = new CRC32();
        for (String entry : System.getProperty("java.class.path").split(File.pathSeparator)) {
            Path path = Path.of(entry);
            if (path.endsWith("test-classes") || !Files.exists(path)) {
                continue;
            }
            try (Stream<Path> files = Files.walk(path)) {
                for (Path file : files.sorted().toList()) {
                    String what = file + " " + Files.size(file) + " " + Files.getLastModifiedTime(file);
                    sum.update(what.getBytes(StandardCharsets.UTF_8));
                }
            }
        }
        return Long.toHexString(sum.getValue());
    }

    /** An archive cannot be made of classes that lie in folders. The tests' own are not wanted. */
    private static String jarsOnly(Path folder) throws IOException {
        List<String> entries = new ArrayList<>();
        for (String entry : System.getProperty("java.class.path").split(File.pathSeparator)) {
            Path path = Path.of(entry);
            if (!Files.isDirectory(path)) {
                entries.add(entry);
            } else if (!path.endsWith("test-classes")) {
                entries.add(jar(path, folder.resolve("classes-" + entries.size() + ".jar"))
                        .toString());
            }
        }
        return String.join(File.pathSeparator, entries);
    }

    private static Path jar(Path classes, Path jar) throws IOException {
        try (OutputStream out = Files.newOutputStream(jar);
                JarOutputStream entries = new JarOutputStream(out);
                Stream<Path> all = Files.walk(classes)) {
            for (Path path : all.filter(p -> !p.equals(classes)).toList()) {
                String name = classes.relativize(path).toString().replace(File.separatorChar, '/');
                boolean isFolder = Files.isDirectory(path);
                // Spring looks for packages by their entries.
                entries.putNextEntry(new JarEntry(isFolder ? name + "/" : name));
                if (!isFolder) {
                    Files.copy(path, entries);
                }
                entries.closeEntry();
            }
        }
        return jar;
    }

    private static void make(String classPath, Path archive, Path folder) throws IOException {
        TestDatabase database = TestDatabase.create();
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx512m",
                "-XX:TieredStopAtLevel=1",
                "-XX:ArchiveClassesAtExit=" + archive,
                "-Dspring.context.exit=onRefresh",
                "-Djava.io.tmpdir=" + folder,
                "-cp",
                classPath,
                "inky.courier.InkyCourier"));
        command.addAll(List.of(Courier.arguments(database, Map.of("courier.key-file", folder.resolve("key")))));
        try {
            Process process = new ProcessBuilder(command)
                    .redirectErrorStream(true)
                    .redirectOutput(folder.resolve("log").toFile())
                    .start();
            // Without an archive, all works as well, only slower.
            if (!process.waitFor(3, TimeUnit.MINUTES)) {
                process.destroyForcibly();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException(e);
        } finally {
            database.drop();
        }
    }
}
