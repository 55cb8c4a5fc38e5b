package inky.courier.delivery;

import inky.courier.core.page.Kind;
import inky.courier.core.workshop.MadeFile;
import inky.courier.web.Json;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The files of deliveries. */
@Component
public class Files {
    private final JdbcClient jdbc;

    Files(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** A file as it is kept. */
    public record KeptFile(
            int position,
            String name,
            UUID contentId,
            String mediaType,
            long bytes,
            int pages,
            MadeFile.Part part,
            Kind kind,
            Told told) {}

    /**
     * What was read from the pages of a file.
     *
     * @param separator what the separator sheet before it says; empty without one
     * @param barcode the first on its pages; empty without one
     * @param zones by their keys
     */
    public record Told(
            @Nullable String separator,
            @Nullable String barcode,
            @Nullable Map<String, String> zones) {
        /** Of files of before this was kept all is absent. */
        public Told {
            separator = separator == null ? "" : separator;
            barcode = barcode == null ? "" : barcode;
            zones = zones == null ? Map.of() : zones;
        }

        /** What was read, by what it is called in templates; without what is empty. */
        Map<String, String> asMap() {
            Map<String, String> all = new TreeMap<>(Map.of("barcode", barcode, "separator", separator));
            zones.forEach((key, text) -> all.put("zone." + key, text));
            all.values().removeIf(String::isEmpty);
            return all;
        }
    }

    public List<KeptFile> of(UUID deliveryId) {
        return jdbc.sql(
                        "select position, name, content_id, media_type, bytes, pages, part, kind, told from delivery_file "
                                + "where delivery_id = ? order by position")
                .param(deliveryId)
                .query((r, n) -> new KeptFile(
                        r.getInt(1),
                        r.getString(2),
                        r.getObject(3, UUID.class),
                        r.getString(4),
                        r.getLong(5),
                        r.getInt(6),
                        MadeFile.Part.valueOf(r.getString(7)),
                        Kind.valueOf(r.getString(8)),
                        Json.read(r.getString(9), Told.class)))
                .list();
    }

    void add(UUID deliveryId, KeptFile f) {
        jdbc.sql(
                        "insert into delivery_file (delivery_id, position, name, content_id, media_type, bytes, pages, part, kind, told) "
                                + "values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        deliveryId,
                        f.position,
                        f.name,
                        f.contentId,
                        f.mediaType,
                        f.bytes,
                        f.pages,
                        f.part.name(),
                        f.kind.name(),
                        Json.write(f.told))
                .update();
    }

    void remove(UUID deliveryId) {
        jdbc.sql("delete from delivery_file where delivery_id = ?")
                .param(deliveryId)
                .update();
    }
}
