package plainsieve.server.records.definitions;

import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import plainsieve.server.records.CachedRead;

/** The number of the state of the records: it grows with every change of a project, a source or what is in them. */
@Mapper
public interface StateRecords {
    @CachedRead
    @Select("select number from state")
    long number();

    /** As it is in the records at this very moment. */
    @Select("select number from state")
    long numberNow();
}
