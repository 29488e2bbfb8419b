//! For tests: a bag worked through from its net to its proof.

use crate::Brief;
use crate::feeds::feeds;
use crate::fittings::Fitted;
use crate::folded::Folded;
use crate::layout::Layout;
use crate::net::Net;
use crate::passes::passes;
use crate::pieces::divide;
use crate::proof::Proof;
use crate::steps::{Step, steps};

pub(crate) struct Worked {
    pub layout: Layout,
    pub steps: Vec<Step>,
    pub proof: Proof,
}

impl Worked {
    pub fn new(brief: &Brief) -> Self {
        let fitted = Fitted::of(brief);
        let net = Net::new(brief, &fitted);
        let pieces = divide(&net);
        let layout = Layout::new(brief, &fitted, &pieces);
        let feeds = feeds(brief, &pieces);
        let steps = steps(brief, &fitted, &pieces, &layout, &feeds, &passes(brief, &pieces, &feeds));
        let proof = Proof::new(brief, &net, &Folded::new(&net));
        Self { layout, steps, proof }
    }
}
