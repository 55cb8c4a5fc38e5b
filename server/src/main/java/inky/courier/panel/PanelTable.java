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
        return read(jdbc.sql("select device_id, place, job_id from panel_place"));
    }

    @Override
    public Optional<PanelItem> find(UUID id) {
        return read(jdbc.sql("select device_id, place, job_id from panel_place where device_id = ?")
                        .param(id))
                .stream()
                .findFirst();
    }

    private static List<PanelItem> read(JdbcClient.StatementSpec places) {
        Map<UUID, TreeMap<Integer, UUID>> panels = new HashMap<>();
        places.query((row, n) -> panels.computeIfAbsent(row.getObject(1, UUID.class), id -> new TreeMap<>())
                        .put(row.getInt(2), row.getObject(3, UUID.class)))
                .list();
        return panels.entrySet().stream()
                .map(panel -> new PanelItem(panel.getKey(), panel.getValue()))
                .toList();
    }

    @Override
    public void put(Item item) {
        remove(item.id());
        ((PanelItem) item)
                .places()
                .forEach((place, job) -> jdbc.sql("insert into panel_place (device_id, place, job_id) values (?, ?, ?)")
                        .params(item.id(), place, job)
                        .update());
    }

    @Override
    public void remove(UUID id) {
        jdbc.sql("delete from panel_place where device_id = ?").param(id).update();
    }
}
