package plainsieve.server.records.definitions;

import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import plainsieve.server.records.CachedRead;

/** The state counter of the records: incremented by every change of projects, sources and definitions. */
@Mapper
public interface StateRecords {
    @CachedRead
    @Select("select number from state")
    long number();

    /** As it is in the records at this very moment. */
    @Select("select number from state")
    long numberNow();
}
