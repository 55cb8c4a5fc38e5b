package inky.courier.panel;

import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.PanelPlanItem;
import inky.courier.setup.ItemTable;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

@Component
class PanelPlanTable implements ItemTable {
    private final JdbcClient jdbc;

    PanelPlanTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public ItemKind kind() {
        return ItemKind.PANEL_PLAN;
    }

    @Override
    public Class<? extends Item> type() {
        return PanelPlanItem.class;
    }

    @Override
    public List<PanelPlanItem> all() {
        Map<UUID, TreeMap<Integer, UUID>> places = new HashMap<>();
        jdbc.sql("select plan_id, place, job_id from panel_plan_place")
                .query((row, n) -> places.computeIfAbsent(row.getObject(1, UUID.class), id -> new TreeMap<>())
                        .put(row.getInt(2), row.getObject(3, UUID.class)))
                .list();
        return jdbc.sql("select * from panel_plan")
                .query((row, n) -> item(row, places))
                .list();
    }

    private static PanelPlanItem item(ResultSet row, Map<UUID, TreeMap<Integer, UUID>> places) throws SQLException {
        UUID id = row.getObject("id", UUID.class);
        return new PanelPlanItem(
                id,
                row.getString("name"),
                PanelPlanItem.Scope.valueOf(row.getString("scope")),
                row.getString("scope_of"),
                places.getOrDefault(id, new TreeMap<>()),
                row.getInt("start_place"));
    }

    @Override
    public Optional<PanelPlanItem> find(UUID id) {
        return all().stream().filter(plan -> plan.id().equals(id)).findFirst();
    }

    @Override
    public void put(Item item) {
        PanelPlanItem plan = (PanelPlanItem) item;
        remove(plan.id());
        jdbc.sql("insert into panel_plan (id, name, scope, scope_of, start_place) values (?, ?, ?, ?, ?)")
                .params(plan.id(), plan.name(), plan.scope().name(), plan.of(), plan.start())
                .update();
        plan.places()
                .forEach((place, job) -> jdbc.sql(
                                "insert into panel_plan_place (plan_id, place, job_id) values (?, ?, ?)")
                        .params(plan.id(), place, job)
                        .update());
    }

    @Override
    public void remove(UUID id) {
        jdbc.sql("delete from panel_plan where id = ?").param(id).update();
    }
}
