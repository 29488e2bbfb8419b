//! Somebody's figures are read back to the bag they came from. What a reading claims is held against the net and the folded bag
//! of its brief, not against what the reader says of itself.
mod corrupted;
mod free;
mod garbled;
mod halves;
mod said;
mod spoken;
mod worked;
