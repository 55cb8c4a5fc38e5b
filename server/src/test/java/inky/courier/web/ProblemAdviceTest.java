package inky.courier.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.SQLException;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.dao.DataIntegrityViolationException;

/** What the database refuses, told to whoever asked. States are those of ISO 9075 and of PostgreSQL's handbook, appendix A. */
class ProblemAdviceTest {
    @ParameterizedTest
    @CsvSource({
        "23505, 409, clash", // unique_violation
        "23503, 409, clash", // foreign_key_violation
        "22001, 422, field.invalid", // string_data_right_truncation
        "22021, 422, field.invalid", // character_not_in_repertoire
        "22012, 500, unexpected", // division_by_zero: nobody typed that
        "07006, 500, unexpected", // restricted_data_type_attribute_violation: the driver cannot send a value
        ", 500, unexpected"
    })
    void onlyWhatSomebodyTypedIsTheirs(String state, int status, String code) {
        var answer = new ProblemAdvice().clash(new DataIntegrityViolationException("", new SQLException("", state)));
        assertThat(answer.getStatusCode().value()).isEqualTo(status);
        assertThat(answer.getBody().getProperties()).containsEntry("code", code);
    }
}
