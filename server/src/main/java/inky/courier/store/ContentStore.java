package inky.courier.store;

import inky.courier.vault.Vault;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Scanned pages and made files, in sealed chunks of 1 MiB, streamed in and out. */
@Component
public class ContentStore {
    private static final int CHUNK = 1024 * 1024;

    private final JdbcClient jdbc;
    private final Vault vault;
    private final Clock clock;

    ContentStore(JdbcClient jdbc, Vault vault, Clock clock) {
        this.jdbc = jdbc;
        this.vault = vault;
        this.clock = clock;
    }

    public record Stored(UUID id, String mediaType, long bytes) {}

    /** Keeps all of the stream; part of the caller's transaction. */
    @Transactional(propagation = Propagation.REQUIRED)
    public Stored keep(InputStream in, String mediaType) throws IOException {
        UUID id = UUID.randomUUID();
        MessageDigest digest = sha256();
        long bytes = 0;
        jdbc.sql("insert into content (id, media_type, bytes, sha256, created_at) values (?, ?, 0, '', ?)")
                .params(id, mediaType, OffsetDateTime.now(clock))
                .update();
        byte[] chunk = in.readNBytes(CHUNK);
        for (int number = 0; chunk.length > 0; number++) {
            digest.update(chunk);
            bytes += chunk.length;
            jdbc.sql("insert into content_chunk (content_id, number, sealed) values (?, ?, ?)")
                    .params(id, number, vault.seal(chunk, context(id, number)))
                    .update();
            chunk = in.readNBytes(CHUNK);
        }
        jdbc.sql("update content set bytes = ?, sha256 = ? where id = ?")
                .params(bytes, digest.digest(), id)
                .update();
        return new Stored(id, mediaType, bytes);
    }

    public Stored describe(UUID id) {
        return jdbc.sql("select id, media_type, bytes from content where id = ?")
                .param(id)
                .query((row, n) -> new Stored(row.getObject(1, UUID.class), row.getString(2), row.getLong(3)))
                .single();
    }

    /** In hexadecimal digits, for those that are there. */
    public Map<UUID, String> sha256(Collection<UUID> ids) {
        Map<UUID, String> digests = new HashMap<>();
        if (!ids.isEmpty()) {
            jdbc.sql("select id, encode(sha256, 'hex') from content where id in (:ids)")
                    .param("ids", ids)
                    .query((row, n) -> digests.put(row.getObject(1, UUID.class), row.getString(2)))
                    .list();
        }
        return digests;
    }

    /** How many of these are there with every one of their chunks. */
    public int countWhole(Collection<UUID> ids) {
        return ids.isEmpty()
                ? 0
                : jdbc.sql("select count(*) from content c where c.id in (:ids) and (c.bytes + :chunk - 1) / :chunk = "
                                + "(select count(*) from content_chunk k where k.content_id = c.id)")
                        .param("ids", ids)
                        .param("chunk", CHUNK)
                        .query(Integer.class)
                        .single();
    }

    /**
     * The bytes, a chunk in memory at a time. Whoever reads to the end has read all of them as they were kept: where a chunk
     * is missing, too short or not as it was sealed for this very place, reading fails with {@link ContentLost}. The seal
     * of each chunk is its digest (AES-GCM over the content's id and the chunk's number, NIST SP 800-38D section 7.2).
     */
    public InputStream open(UUID id) {
        return new ChunkStream(number -> chunk(id, number), kept(id));
    }

    /**
     * The bytes for a line to somewhere else: while a chunk is on its way, the next one is fetched and unsealed. Sees only
     * what is committed.
     */
    public InputStream openAhead(UUID id) {
        Kept kept = kept(id);
        int count = (int) ((kept.bytes + CHUNK - 1) / CHUNK);
        return new ChunkStream(new Ahead(number -> chunk(id, number), count), kept);
    }

    private record Kept(UUID id, long bytes) {}

    private Kept kept(UUID id) {
        return jdbc.sql("select bytes from content where id = ?")
                .param(id)
                .query((row, n) -> new Kept(id, row.getLong(1)))
                .optional()
                .orElse(new Kept(id, -1));
    }

    public byte[] readAll(UUID id) throws IOException {
        try (InputStream in = open(id)) {
            return in.readAllBytes();
        }
    }

    public void copyTo(UUID id, OutputStream out) throws IOException {
        try (InputStream in = open(id)) {
            in.transferTo(out);
        }
    }

    public void remove(Collection<UUID> ids) {
        if (!ids.isEmpty()) {
            jdbc.sql("delete from content where id in (:ids)").param("ids", ids).update();
        }
    }

    private static String context(UUID id, int number) {
        return "content:" + id + ":" + number;
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private Optional<byte[]> chunk(UUID id, int number) {
        return jdbc.sql("select sealed from content_chunk where content_id = ? and number = ?")
                .params(id, number)
                .query((row, n) -> row.getBytes(1))
                .optional()
                .map(kept -> vault.open(kept, context(id, number)));
    }

    /** Where chunks come from; empty after the last. */
    private interface Chunks {
        Optional<byte[]> at(int number);
    }

    /** Fetches the next chunks while nobody waits for them, one after the other: a stream takes one connection at a time. */
    private static final class Ahead implements Chunks {
        private static final int MOST = 3;
        private static final ExecutorService THREADS = Executors.newCachedThreadPool(task -> {
            Thread thread = new Thread(task, "ahead");
            thread.setDaemon(true);
            return thread;
        });

        private final Chunks source;
        private final int count;
        private final Deque<CompletableFuture<Optional<byte[]>>> coming = new ArrayDeque<>();
        private int asked;

        /** @param count how many there are */
        Ahead(Chunks source, int count) {
            this.source = source;
            this.count = count;
        }

        @Override
        public Optional<byte[]> at(int number) {
            ask();
            if (coming.isEmpty()) {
                return Optional.empty();
            }
            try {
                Optional<byte[]> chunk = coming.remove().join();
                ask();
                return chunk;
            } catch (CompletionException e) {
                throw e.getCause() instanceof RuntimeException cause ? cause : e;
            }
        }

        private void ask() {
            while (asked < count && coming.size() < MOST) {
                int next = asked++;
                coming.add(
                        coming.isEmpty()
                                ? CompletableFuture.supplyAsync(() -> source.at(next), THREADS)
                                : coming.getLast().thenApplyAsync(before -> source.at(next), THREADS));
            }
        }
    }

    private static final class ChunkStream extends InputStream {
        private final Chunks chunks;
        private final Kept kept;
        private int number;
        private long bytes;
        private byte[] chunk = new byte[0];
        private int at;

        ChunkStream(Chunks chunks, Kept kept) {
            this.chunks = chunks;
            this.kept = kept;
        }

        @Override
        public int read() throws IOException {
            byte[] one = new byte[1];
            return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
        }

        @Override
        public int read(byte[] target, int offset, int length) throws IOException {
            if (length == 0) {
                return 0;
            }
            if (at == chunk.length && !next()) {
                return -1;
            }
            int count = Math.min(length, chunk.length - at);
            System.arraycopy(chunk, at, target, offset, count);
            at += count;
            return count;
        }

        private Optional<byte[]> fetch() throws ContentLost {
            try {
                return chunks.at(number);
            } catch (Vault.SealBroken e) {
                throw new ContentLost(kept.id, "chunk " + number + " is not as it was kept");
            }
        }

        private boolean next() throws IOException {
            if (bytes == kept.bytes) {
                return false;
            }
            Optional<byte[]> fetched = fetch();
            if (fetched.isEmpty()) {
                throw new ContentLost(kept.id, bytes + " of " + kept.bytes + " bytes are there");
            }
            chunk = fetched.get();
            number++;
            at = 0;
            bytes += chunk.length;
            if (chunk.length == 0 || bytes > kept.bytes) {
                throw new ContentLost(kept.id, "it is not as it was kept");
            }
            return true;
        }
    }
}
