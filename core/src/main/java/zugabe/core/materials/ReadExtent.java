package zugabe.core.materials;

/** How much of a run's files is read. */
public enum ReadExtent {
  /** What is looked at; what earlier runs found out is taken from the cache. */
  IN_PART,
  /** Every file to its end, digested on the way: what goes out is to be named in the receipt. */
  WHOLE
}
