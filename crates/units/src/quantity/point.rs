//! Places and ways in space, in millimetres.

use serde::{Deserialize, Serialize};
use std::ops::{Add, Index, IndexMut, Mul, Neg, Sub};
use utoipa::ToSchema;

/// A place or a way: to the right, up, forward along the lens axis, in millimetres.
#[derive(Debug, Clone, Copy, Default, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(transparent)]
#[schema(value_type = Vec<f64>)]
pub struct Point(pub [f64; 3]);

impl Point {
    /// Right, up, forward.
    pub const fn new(right: f64, up: f64, forward: f64) -> Self {
        Self([right, up, forward])
    }

    /// Each figure made another.
    pub fn map(self, with: impl Fn(f64) -> f64) -> Self {
        Self(self.0.map(with))
    }

    /// The two figures of each axis made one.
    pub fn with(self, other: Self, with: impl Fn(f64, f64) -> f64) -> Self {
        Self([0, 1, 2].map(|axis| with(self[axis], other[axis])))
    }

    /// The scalar product.
    pub fn dot(self, other: Self) -> f64 {
        (0..3).map(|axis| self[axis] * other[axis]).sum()
    }

    /// The vector product.
    pub fn cross(self, other: Self) -> Self {
        let [ax, ay, az] = self.0;
        let [bx, by, bz] = other.0;
        Self([ay * bz - az * by, az * bx - ax * bz, ax * by - ay * bx])
    }

    /// How long it is.
    pub fn length(self) -> f64 {
        self.dot(self).sqrt()
    }
}

impl Index<usize> for Point {
    type Output = f64;

    fn index(&self, axis: usize) -> &f64 {
        &self.0[axis]
    }
}

impl IndexMut<usize> for Point {
    fn index_mut(&mut self, axis: usize) -> &mut f64 {
        &mut self.0[axis]
    }
}

impl Add for Point {
    type Output = Self;

    fn add(self, other: Self) -> Self {
        self.with(other, |one, other| one + other)
    }
}

impl Sub for Point {
    type Output = Self;

    fn sub(self, other: Self) -> Self {
        self.with(other, |one, other| one - other)
    }
}

impl Mul<f64> for Point {
    type Output = Self;

    fn mul(self, times: f64) -> Self {
        self.map(|figure| figure * times)
    }
}

impl Neg for Point {
    type Output = Self;

    fn neg(self) -> Self {
        self * -1.0
    }
}
