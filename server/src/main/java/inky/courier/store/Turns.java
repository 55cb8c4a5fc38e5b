package inky.courier.store;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Transactions about the same thing, one after the other, in whichever instance: for what is counted or looked up before it is added. */
@Component
public class Turns {
    private final JdbcClient jdbc;

    Turns(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** Waits until no other transaction has its turn; the caller's has it until it ends. @param what is taken in turns, by a name of its own */
    @Transactional(propagation = Propagation.MANDATORY)
    public void await(String what) {
        jdbc.sql("select pg_advisory_xact_lock(hashtextextended(?, 0))")
                .param(what)
                .query((row, n) -> 0)
                .list();
    }
}
