package inky.courier.panel;

import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.PanelItem;
import inky.courier.setup.ItemTable;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

@Component
class PanelTable implements ItemTable {
    private static final String ALL = "select device_id, place, job_id, start_key from panel_place";

    private final JdbcClient jdbc;

    PanelTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public ItemKind kind() {
        return ItemKind.PANEL;
    }

    @Override
    public Class<? extends Item> type() {
        return PanelItem.class;
    }

    @Override
    public List<PanelItem> all() {
        return read(jdbc.sql(ALL));
    }

    @Override
    public Optional<PanelItem> find(UUID id) {
        return read(jdbc.sql(ALL + " where device_id = ?").param(id)).stream().findFirst();
    }

    private static List<PanelItem> read(JdbcClient.StatementSpec places) {
        Map<UUID, TreeMap<Integer, UUID>> panels = new HashMap<>();
        Map<UUID, Integer> starts = new HashMap<>();
        places.query((row, n) -> {
                    UUID device = row.getObject("device_id", UUID.class);
                    int place = row.getInt("place");
                    if (row.getBoolean("start_key")) {
                        starts.put(device, place);
                    }
                    return panels.computeIfAbsent(device, id -> new TreeMap<>())
                            .put(place, row.getObject("job_id", UUID.class));
                })
                .list();
        return panels.entrySet().stream()
                .map(panel -> new PanelItem(panel.getKey(), panel.getValue(), starts.getOrDefault(panel.getKey(), 0)))
                .toList();
    }

    @Override
    public void put(Item item) {
        remove(item.id());
        PanelItem panel = (PanelItem) item;
        panel.places()
                .forEach((place, job) -> jdbc.sql(
                                "insert into panel_place (device_id, place, job_id, start_key) values (?, ?, ?, ?)")
                        .params(panel.id(), place, job, place == panel.start())
                        .update());
    }

    @Override
    public void remove(UUID id) {
        jdbc.sql("delete from panel_place where device_id = ?").param(id).update();
    }
}
