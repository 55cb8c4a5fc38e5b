package inky.courier.delivery;

import java.text.Normalizer;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Claims in PostgreSQL. */
@Component
class StoredClaims implements Claims {
    private final JdbcClient jdbc;

    StoredClaims(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public Map<Integer, String> of(UUID legId) {
        Map<Integer, String> claimed = new HashMap<>();
        jdbc.sql("select position, name from name_claim where leg_id = ?")
                .param(legId)
                .query((r, n) -> claimed.put(r.getInt(1), r.getString(2)))
                .list();
        return claimed;
    }

    @Override
    public boolean claim(UUID legId, String folder, int position, String name) {
        int added = jdbc.sql("insert into name_claim (folder, name_key, name, leg_id, position) "
                        + "values (?, ?, ?, ?, ?) on conflict (folder, name_key) "
                        + "do update set position = excluded.position where name_claim.leg_id = excluded.leg_id")
                .params(folder, key(name), name, legId, position)
                .update();
        return added == 1;
    }

    @Override
    public void unclaim(String folder, String name) {
        jdbc.sql("delete from name_claim where folder = ? and name_key = ?")
                .params(folder, key(name))
                .update();
    }

    @Override
    public void release(UUID legId) {
        jdbc.sql("delete from name_claim where leg_id = ?").param(legId).update();
    }

    /** Windows and macOS take names for the same that differ in case or composition only. */
    private static String key(String name) {
        return Normalizer.normalize(name, Normalizer.Form.NFC).toLowerCase(Locale.ROOT);
    }
}
