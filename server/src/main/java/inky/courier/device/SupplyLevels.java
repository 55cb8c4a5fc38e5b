package inky.courier.device;

import inky.courier.core.fleet.DeviceSupplies;
import inky.courier.core.fleet.Level;
import inky.courier.core.fleet.SupplyForecast;
import java.sql.Date;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** How much was left of each supply, day by day, and what that foretells. */
@Component
class SupplyLevels {
    /** A season is enough for a trend; more would be of another use of the device. */
    private static final int KEPT_DAYS = 90;

    private final JdbcClient jdbc;

    SupplyLevels(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * Keeps what is left as that of a day, in the transaction of whoever calls.
     *
     * @return when each will be out, by its name; those of which nothing can be said are left out
     */
    Map<String, SupplyForecast> keep(UUID device, DeviceSupplies told, LocalDate day) {
        jdbc.sql("delete from supply_level where device_id = :device and day < :oldest")
                .param("device", device)
                .param("oldest", Date.valueOf(day.minusDays(KEPT_DAYS)))
                .update();
        Map<String, SupplyForecast> forecasts = new HashMap<>();
        for (DeviceSupplies.Supply supply : told.supplies()) {
            if (supply.level().kind() == Level.Kind.MEASURED) {
                keep(device, supply, day);
                SupplyForecast.of(read(device, supply.name()))
                        .ifPresent(forecast -> forecasts.put(supply.name(), forecast));
            }
        }
        return forecasts;
    }

    private void keep(UUID device, DeviceSupplies.Supply supply, LocalDate day) {
        jdbc.sql("insert into supply_level (device_id, supply, day, percent) values (:device, :supply, :day, :percent) "
                        + "on conflict (device_id, supply, day) do update set percent = excluded.percent")
                .param("device", device)
                .param("supply", supply.name())
                .param("day", Date.valueOf(day))
                .param("percent", supply.level().percent())
                .update();
    }

    private List<SupplyForecast.Reading> read(UUID device, String supply) {
        return jdbc.sql(
                        "select day, percent from supply_level where device_id = :device and supply = :supply order by day")
                .param("device", device)
                .param("supply", supply)
                .query((row, n) -> new SupplyForecast.Reading(row.getObject(1, LocalDate.class), row.getInt(2)))
                .list();
    }
}
