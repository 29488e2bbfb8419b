//! Does nothing. It is built beside the service, so that cargo takes the features of the whole workspace, tests included, as it does
//! when the tests are built: what demo and checks build then serves the tests too, and nothing is built twice.

fn main() {}
