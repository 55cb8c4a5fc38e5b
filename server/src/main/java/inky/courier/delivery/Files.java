package inky.courier.delivery;

import inky.courier.core.page.Kind;
import inky.courier.core.workshop.MadeFile;
import java.util.List;
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
            Kind kind) {}

    public List<KeptFile> of(UUID deliveryId) {
        return jdbc.sql("select position, name, content_id, media_type, bytes, pages, part, kind from delivery_file "
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
                        Kind.valueOf(r.getString(8))))
                .list();
    }

    void add(UUID deliveryId, KeptFile f) {
        jdbc.sql(
                        "insert into delivery_file (delivery_id, position, name, content_id, media_type, bytes, pages, part, kind) "
                                + "values (?, ?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        deliveryId,
                        f.position,
                        f.name,
                        f.contentId,
                        f.mediaType,
                        f.bytes,
                        f.pages,
                        f.part.name(),
                        f.kind.name())
                .update();
    }

    void remove(UUID deliveryId) {
        jdbc.sql("delete from delivery_file where delivery_id = ?")
                .param(deliveryId)
                .update();
    }
}
