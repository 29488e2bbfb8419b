//! The work at the table: a tick belongs to a step as it was read, and is kept.

use super::*;
use proptest::prelude::*;
use std::collections::BTreeSet;

fn bag_of(finished: &Value, unit: &str) -> Value {
    json!({ "name": "Bud vase", "brief": { "finished": finished, "unit": unit } })
}

async fn made(service: &Service, width: &str) -> (String, Vec<String>) {
    let finished = json!({ "width": width, "height": "6 1/2 in", "gusset": "2 in" });
    let bag = service.post("/api/bags", &bag_of(&finished, "inch")).await.json();
    let plan = service.post("/api/plan", &bag["brief"]).await.json();
    let steps = plan["steps"].as_array().unwrap().iter().map(|step| step["id"].as_str().unwrap().to_owned());
    (format!("/api/bags/{}", bag["id"]), steps.collect())
}

async fn tick(service: &Service, bag: &str, step: &str, done: bool) -> Answer {
    let body = json!({ "done": done }).to_string();
    service.send(Method::PUT, &format!("{bag}/ticks/{step}"), &[], body).await
}

async fn ticked(service: &Service, bag: &str) -> Vec<String> {
    let answer = service.get(&format!("{bag}/ticks")).await.json();
    answer["done"].as_array().unwrap().iter().map(|step| step.as_str().unwrap().to_owned()).collect()
}

#[rstest]
#[tokio::test]
async fn ticks_are_told_in_the_order_of_the_work(service: Service) {
    let (bag, steps) = made(&service, "3 3/4 in").await;
    assert_eq!(steps.iter().collect::<BTreeSet<_>>().len(), steps.len(), "every step has an id of its own");
    for step in [&steps[2], &steps[0]] {
        assert_eq!(tick(&service, &bag, step, true).await.status, StatusCode::OK);
    }
    assert_eq!(ticked(&service, &bag).await, [steps[0].clone(), steps[2].clone()]);
    // Twice is once, and a tick can be taken back.
    tick(&service, &bag, &steps[0], true).await;
    tick(&service, &bag, &steps[2], false).await;
    assert_eq!(ticked(&service, &bag).await, [steps[0].clone()]);
    assert_eq!(
        service.send(Method::DELETE, &format!("{bag}/ticks"), &[], "").await.status,
        StatusCode::NO_CONTENT
    );
    assert!(ticked(&service, &bag).await.is_empty());
}

#[rstest]
#[tokio::test]
async fn a_tick_belongs_to_the_step_as_it_was_read(service: Service) {
    let (bag, steps) = made(&service, "3 3/4 in").await;
    for step in &steps {
        tick(&service, &bag, step, true).await;
    }
    let brief = |width: &str, unit: &str| {
        let finished = json!({ "width": width, "height": "6 1/2 in", "gusset": "2 in" });
        bag_of(&finished, unit)
    };
    // In other words the same is done.
    service.put(&bag, "\"1\"", &brief("3 3/4 in", "metric")).await;
    assert_eq!(ticked(&service, &bag).await, steps);
    // Another width is another trim and other scores; what does not speak of it stays done.
    service.put(&bag, "\"2\"", &brief("3 1/2 in", "inch")).await;
    let left = ticked(&service, &bag).await;
    assert!(!left.contains(&steps[0]) && !left.contains(&steps[1]) && !left.is_empty(), "{left:?}");
    // Brought back, it is the bag that was worked on.
    service.put(&bag, "\"3\"", &brief("3 3/4 in", "inch")).await;
    assert_eq!(ticked(&service, &bag).await, steps);
}

#[rstest]
#[case("0123456789abcdef")]
#[case("")]
#[case("..%2F..")]
#[case("%00")]
#[tokio::test]
async fn a_step_that_the_bag_does_not_have_is_a_problem(service: Service, #[case] step: &str) {
    let (bag, _) = made(&service, "3 3/4 in").await;
    assert_eq!(tick(&service, &bag, step, true).await.status, StatusCode::NOT_FOUND);
    assert!(ticked(&service, &bag).await.is_empty());
}

#[rstest]
#[tokio::test]
async fn a_deleted_bag_has_no_ticks(service: Service) {
    let (bag, steps) = made(&service, "3 3/4 in").await;
    tick(&service, &bag, &steps[0], true).await;
    service.send(Method::DELETE, &bag, &[], "").await;
    assert_eq!(service.get(&format!("{bag}/ticks")).await.status, StatusCode::NOT_FOUND);
    assert_eq!(tick(&service, &bag, &steps[1], true).await.status, StatusCode::NOT_FOUND);
    assert_eq!(
        service.send(Method::DELETE, &format!("{bag}/ticks"), &[], "").await.status,
        StatusCode::NOT_FOUND
    );
    // Brought back it is as far as it was.
    service.post(&format!("{bag}/restore"), &json!({})).await;
    assert_eq!(ticked(&service, &bag).await, [steps[0].clone()]);
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    /// After any ticks and widths, the steps told are those last ticked and not taken back, as far as the bag has them.
    #[test]
    fn what_is_ticked_is_told(work in prop::collection::vec((0_usize..12, any::<bool>(), 0_usize..3), 1..20)) {
        let runtime = tokio::runtime::Builder::new_current_thread().enable_all().build().unwrap();
        runtime.block_on(async {
            let service = service();
            let (path, _) = made(&service, "3 3/4 in").await;
            let (mut wanted, mut revision) = (BTreeSet::new(), 1);
            for (place, done, width) in work {
                let width = ["3 3/4 in", "3 1/2 in", "3 in"][width];
                let finished = json!({ "width": width, "height": "6 1/2 in", "gusset": "2 in" });
                let kept = service.put(&path, &format!("\"{revision}\""), &bag_of(&finished, "inch")).await.json();
                revision = kept["revision"].as_i64().unwrap();
                let plan = service.post("/api/plan", &kept["brief"]).await.json();
                let steps: Vec<String> =
                    plan["steps"].as_array().unwrap().iter().map(|step| step["id"].as_str().unwrap().to_owned()).collect();
                let step = &steps[place % steps.len()];
                tick(&service, &path, step, done).await;
                if done { wanted.insert(step.clone()) } else { wanted.remove(step) };
                let told = ticked(&service, &path).await;
                let own: Vec<String> = steps.into_iter().filter(|step| wanted.contains(step)).collect();
                assert_eq!(told, own);
            }
        });
    }
}
