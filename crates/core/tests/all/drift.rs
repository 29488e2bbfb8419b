//! Made-up crafters with a known drift: how often the stated interval holds it, and how often something is offered where there is
//! nothing. Numbers come from a generator of our own, so that every run is the same run.
use wide_fold_core::brief::Hand;
use wide_fold_core::drift::{SURE, SURER, drift};
use wide_fold_core::{Length, Unit};

/// Pseudo-random numbers between 0 and 1 (SplitMix64; Steele, Lea & Flood, 2014).
struct Dice(u64);

impl Dice {
    fn roll(&mut self) -> f64 {
        self.0 = self.0.wrapping_add(0x9E37_79B9_7F4A_7C15);
        let mut z = self.0;
        z = (z ^ (z >> 30)).wrapping_mul(0xBF58_476D_1CE4_E5B9);
        z = (z ^ (z >> 27)).wrapping_mul(0x94D0_49BB_1331_11EB);
        ((z ^ (z >> 31)) >> 11) as f64 / (1_u64 << 53) as f64
    }

    /// Bell-shaped, about nothing, by as much as `spread` (Box & Muller, 1958).
    fn bell(&mut self, spread: f64) -> f64 {
        let (one, other) = (self.roll().max(1e-300), self.roll());
        spread * (-2.0 * one.ln()).sqrt() * (std::f64::consts::TAU * other).cos()
    }
}

/// What bags of a crafter are off, in sixty-fourths, read to a mark of so many sixty-fourths. One bag in `wild` goes wrong altogether.
fn made(dice: &mut Dice, bags: usize, by: f64, spread: f64, mark: f64, wild: f64) -> Vec<Length> {
    (0..bags)
        .map(|_| {
            let off = if dice.roll() < wild { dice.bell(40.0) } else { by + dice.bell(spread) };
            Length::from_nm(((off / mark).round() * mark * 396_875.0) as i64)
        })
        .collect()
}

#[test]
fn the_interval_holds_the_drift_as_often_as_it_says() {
    let mut dice = Dice(7);
    for bags in [6, 9, 12, 30, 90] {
        for (by, spread, mark, wild) in
            [(1.0, 1.5, 1.0, 0.0), (2.3, 3.0, 2.0, 0.0), (-4.0, 6.0, 4.0, 0.0), (0.0, 2.0, 1.0, 0.0)]
        {
            let trials = 1500;
            let true_median = Length::from_nm((by * 396_875.0) as i64);
            let holds = (0..trials)
                .filter(|_| {
                    let off = made(&mut dice, bags, by, spread, mark, wild);
                    let (low, high) =
                        drift(&off, Length::from_nm((mark * 396_875.0) as i64)).unwrap().within.unwrap();
                    low <= true_median && true_median <= high
                })
                .count();
            let share = f64::from(u32::try_from(holds).unwrap()) / f64::from(trials);
            // Three standard errors below what is stated is still chance.
            let chance = 3.0 * (SURE * (1.0 - SURE) / f64::from(trials)).sqrt();
            assert!(share >= SURE - chance, "{bags} bags, {by} ± {spread}: {share}");
        }
    }
}

#[test]
fn nothing_is_offered_where_there_is_nothing_and_something_where_there_is() {
    let mut dice = Dice(11);
    let trials = 2000;
    for bags in [8, 12, 24, 60] {
        for wild in [0.0, 0.15] {
            let share = |dice: &mut Dice, by: f64| {
                let sure = (0..trials).filter(|_| {
                    drift(&made(dice, bags, by, 2.0, 1.0, wild), Length::sixty_fourths(1)).unwrap().is_sure
                });
                f64::from(u32::try_from(sure.count()).unwrap()) / f64::from(trials)
            };
            let none = share(&mut dice, 0.0);
            let chance = 3.0 * (SURER * (1.0 - SURER) / f64::from(trials)).sqrt();
            assert!(none <= 1.0 - SURER + chance, "{bags} bags: offered {none} of the time for nothing");
            // Three sixty-fourths, with a spread of two, are found from two dozen bags on.
            assert!(bags < 24 || share(&mut dice, 3.0) > 0.8, "{bags} bags");
        }
    }
}

/// A crafter takes what is offered into the next bags: what those are off is less than the least mark of a ruler, nearly always.
#[test]
fn bags_made_with_what_is_taken_off_come_out_as_planned() {
    let mut dice = Dice(23);
    for (by, spread, mark) in [(2.0, 1.0, 1.0), (-3.4, 2.0, 1.0), (5.0, 2.0, 2.0)] {
        let (mut offered, mut right) = (0_u32, 0_u32);
        for _ in 0..600 {
            let first = made(&mut dice, 40, by, spread, mark, 0.05);
            let mark_length = Length::from_nm((mark * 396_875.0) as i64);
            let Some(less) = drift(&first, mark_length).unwrap().hand_rule(Unit::Inch) else { continue };
            offered += 1;
            assert!(less.is_on(Length::sixty_fourths(1)) && less.abs() <= Hand::MOST);
            // The same hands, told so much less.
            let told = by - (less.nm() as f64) / 396_875.0;
            let second = made(&mut dice, 400, told, spread, 1.0, 0.0);
            let still = drift(&second, Length::sixty_fourths(1)).unwrap();
            right += u32::from(still.median.abs() <= Length::sixty_fourths(1));
        }
        assert!(offered > 500, "{by}: offered {offered} of 600 times");
        assert!(f64::from(right) >= 0.95 * f64::from(offered), "{by}: {right} of {offered}");
    }
    // Half an inch is no habit of the hand.
    let wrong = vec![Length::eighths(4); 20];
    let found = drift(&wrong, Length::sixty_fourths(1)).unwrap();
    assert_eq!((found.is_sure, found.hand_rule(Unit::Inch)), (true, None));
}
